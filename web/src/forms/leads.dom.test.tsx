// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { Erasures } from "./Erasures";
import { FormsScreen } from "./FormsScreen";

const LEAD = {
  id: "l1",
  accountId: "a1",
  kind: "FORM",
  form: "Ask us",
  formVersion: 1,
  ad: "AN_AD",
  cameAt: "2027-03-09T05:00:00Z",
  answers: [{ key: "email", words: "E-mail", answer: "ada@example.org" }],
  lines: [],
  state: "NEW",
  note: "",
  version: 1,
  ofPerson: 3,
  earlier: 2,
  delivery: null,
};

function forms(seesLeads: boolean) {
  const told = answering((_, path) => ({
    body: path.endsWith("/leads")
      ? { now: "2027-03-09T06:00:00Z", leads: [LEAD], more: false }
      : path.endsWith("/leads/l1")
        ? { leads: 3 }
        : path.endsWith("/counts")
          ? { all: 3, fresh: 1 }
          : path === "/api/clients/c1"
            ? { client: { id: "c1", name: "Mill", seesLeads, accounts: [] }, campaigns: [] }
            : [],
  }));
  show(
    <MemoryRouter initialEntries={["/c/c1/forms/leads"]}>
      <Routes>
        <Route path="/c/:clientId/forms/:thingId?/:leadId?" element={<FormsScreen />} />
      </Routes>
    </MemoryRouter>,
  );
  return told;
}

describe("leads", () => {
  it("are not asked for by who may not see them, and it is said why", async () => {
    const { asked } = forms(false);
    await screen.findByText("Leads are not yours to see");
    expect(asked.filter((path) => path.endsWith("/leads"))).toEqual([]);
    expect(screen.queryByText("Export CSV")).toBeNull();
  });

  it("of a person are erased together, after it is said how many and where else", async () => {
    const { asked } = forms(true);
    fireEvent.click(await screen.findByRole("button", { name: "Erase this person…" }));
    await screen.findByText(/All 3 leads of this person, chats and others that share an address/);
    fireEvent.click(screen.getByRole("button", { name: "Erase" }));
    await waitFor(() => expect(asked).toContain("/api/clients/c1/leads/l1"));
    await screen.findByText("3 leads erased.");
  });

  it("that were erased are told of without whom, with who took it and who did not", async () => {
    answering(() => ({
      body: [
        {
          id: "e1",
          at: "2026-11-30T09:00:00Z",
          by: "Ines Wickham",
          leads: 3,
          told: [
            { account: "Hearthside, GBP", state: "TAKEN", problem: null },
            { account: null, state: "NOT_TAKEN", problem: "The receiver answered 404." },
          ],
        },
        { id: "e2", at: "2026-11-29T09:00:00Z", by: null, leads: 41, told: [] },
      ],
    }));
    show(<Erasures clientId="c1" />);
    await screen.findByText("Ines Wickham");
    screen.getByText("Hearthside, GBP erased it");
    screen.getByText("The receiver did not take it: The receiver answered 404.");
    screen.getByText("kept long enough");
  });
});
