// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { Erasures } from "./Erasures";
import { FormsScreen } from "./FormsScreen";
import { shownWords } from "./leadQueries";

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

function forms(seesLeads: boolean, questions: string[] = []) {
  const told = answering((_, path, question) => ({
    body: path.endsWith("/leads")
      ? (questions.push(question.toString()), { now: "2027-03-09T06:00:00Z", leads: [LEAD], more: false })
      : path.endsWith("/forms")
        ? [{ form: { id: "f1", name: "Ask us", version: 1, content: { questions: [] } } }]
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

  it("are found by the form they came by, or as chats, and taken away likewise", async () => {
    const questions: string[] = [];
    forms(true, questions);
    await screen.findByText("1, newest first");
    await pick("Came by", "Ask us");
    await screen.findByText("1 found, newest first");
    expect(questions.at(-1)).toBe("find=&form=f1");
    expect(screen.getByRole("link", { name: "Export CSV" }).getAttribute("href")).toContain("?find=&form=f1");
    await pick("Came by", "Chats");
    await waitFor(() => expect(questions.at(-1)).toBe("find=&kind=CHAT"));
  });

  it.each([
    { wanted: {}, shown: 100, more: true, all: 1300, words: "The newest 100 of 1,300" },
    { wanted: {}, shown: 100, more: true, all: undefined, words: "100, newest first" },
    { wanted: {}, shown: 12, more: false, all: 12, words: "12, newest first" },
    { wanted: { from: "f1" }, shown: 100, more: true, all: 300, words: "100 and more found, newest first" },
    { wanted: { find: " ada " }, shown: 2, more: false, all: 300, words: "2 found, newest first" },
    { wanted: { state: "WON" as const }, shown: 0, more: false, all: 300, words: "0 found, newest first" },
  ])("are counted by what is asked for: $words", ({ wanted, shown, more, all, words }) => {
    expect(shownWords({ state: null, from: null, find: "", ...wanted }, shown, more, all)).toBe(words);
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
