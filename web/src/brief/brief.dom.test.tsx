// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { BriefScreen } from "./BriefScreen";
import { newBrief } from "./model";
import type { Brief } from "./queries";

const account = (id: string, network: string, more: object = {}) => ({
  id,
  network,
  networkName: network === "HS" ? "Hearthside" : "Guildrow",
  name: `${network} GBP`,
  currency: "GBP",
  zone: "Europe/London",
  siteTag: true,
  site: "mill.example",
  profiles: [{ id: "mill", name: "The Mill" }],
  spendingLimitMinor: null,
  ...more,
});
const HS = account("a1", "HS");
const GR = account("a2", "GR");
const network = (code: string, name: string, currencies: string[]) => ({
  code,
  name,
  kind: "made-up people",
  currencies,
  objectives: [{ code: "traffic", words: "Traffic" }],
  subjects: [{ code: "jobs", words: "jobs", ages: false, gender: true, leastRadiusKm: 25, terms: [] }],
  countries: [{ code: "GB", words: "Great Britain" }],
  linkMacros: [],
});
const NETWORKS = [
  network("HS", "Hearthside", ["GBP", "EUR"]),
  network("GR", "Guildrow", ["GBP"]),
  network("JC", "Jumpcut", ["DKK", "EUR"]),
];
const BRIEF: Brief = {
  ...newBrief(HS as never, "2027-03-09", "Spring loaves"),
  moneyMinor: 28_000,
  unknown: "ROWS",
  accounts: ["a1"],
};
const SUMS = { moneyMinor: 28_000, days: 14, rows: 2, targetMinor: 900 };
const line = (accountId: string, code: string, more: object = {}) => ({
  accountId,
  network: code,
  currency: "GBP",
  rows: 2,
  lowestDailyMinor: 500,
  results: { from: 40, to: 90 },
  historyResults: 12,
  historySpentMinor: 3_000,
  ...more,
});
const RECKONING = {
  balance: SUMS,
  atTarget: 31,
  lines: [line("a1", "HS"), line("a2", "GR", { problem: "It counts no sales there." })],
  judging: { days: 21, perCell: 4_200, clicks: true, cost: 12_345.6 },
};

/** The room of a client with such accounts; what was sent, by path. */
function room(
  place: string,
  accounts: object[],
  answers: (path: string, body: unknown) => object | undefined = () => undefined,
) {
  const kept: { path: string; body: unknown }[] = [];
  answering((body, path) => {
    const own = answers(path, body);
    if (body !== undefined && !path.endsWith("/reckoning")) kept.push({ path, body });
    if (own) return own as { body: unknown };
    if (path.endsWith("/reckoning")) return { body: RECKONING };
    if (path.endsWith("/briefs") && body) return { body: { id: "b2", version: 1, brief: body } };
    if (path.endsWith("/briefs"))
      return { body: accounts.length > 0 ? [{ id: "b1", version: 4, brief: BRIEF }] : [] };
    if (path.endsWith("/briefs/b1")) return { body: { id: "b1", version: 5, brief: body } };
    if (path.endsWith("/networks")) return { body: NETWORKS };
    if (path === "/api/clock") return { body: { now: "2027-03-09T06:00:00Z" } };
    if (path === "/api/agency") return { body: { zone: "Europe/Copenhagen", language: "en-GB" } };
    if (path.endsWith("/accounts") && body)
      return { body: account("a9", (body as { network: string }).network) };
    if (path.endsWith("/told")) return { body: TOLD };
    if (path === "/api/clients/c1") {
      const client = { id: "c1", name: "The Mill", domains: ["mill.example"], currencies: ["DKK"], accounts };
      return { body: { client, campaigns: [] } };
    }
    return { body: {} };
  });
  show(
    <MemoryRouter initialEntries={[`/c/c1/brief${place}`]}>
      <Routes>
        <Route path="/c/:clientId/brief/:briefId?" element={<BriefScreen />} />
        <Route path="/c/:clientId/brief/accounts/:accountId" element={<BriefScreen />} />
      </Routes>
    </MemoryRouter>,
  );
  return kept;
}

const TOLD = {
  siteTag: {
    site: "mill.example",
    events: [
      { event: "view", lastSeen: "2027-03-08", lastDayPeople: 1_200 },
      { event: "buy", lastSeen: null, lastDayPeople: 0 },
    ],
  },
  agreedSenders: ["Nell Ferry"],
};

const group = (words: string) => within(screen.getByRole("group", { name: words }));
const facts = () => document.querySelector(".facts")?.textContent ?? "";

describe("a brief", () => {
  it("works one of four out, and takes what was worked out along when it is another’s turn", async () => {
    const kept = room("", [HS, GR]);
    await waitFor(() => group("Rows").getByText("2 rows"));
    group("Rows").getByText("over 14 days, at most");
    fireEvent.click(group("Money").getByRole("button", { name: "Work this out" }));
    await waitFor(() => expect(kept.at(-1)?.body).toMatchObject({ unknown: "MONEY", rows: 2 }));
    await waitFor(() => group("Money").getByText("£280.00"));
    expect(kept[0]!.path).toBe("/api/clients/c1/briefs/b1");
    fireEvent.change(group("Rows").getByRole("spinbutton"), { target: { value: "6" } });
    await waitFor(() => expect(kept.at(-1)?.body).toMatchObject({ unknown: "MONEY", rows: 6 }));
    fireEvent.click(group("Days").getByRole("button", { name: "Work this out" }));
    await waitFor(() => expect(kept.at(-1)?.body).toMatchObject({ unknown: "DAYS", moneyMinor: 28_000 }));
    await waitFor(() => group("Days").getByText("14 days"));
  });

  it("says beside it what its money can buy, where nothing can be, and that a test would last too long", async () => {
    room("", [HS, GR]);
    await waitFor(() => expect(facts()).toContain("What £280.00 can buy"));
    expect(facts()).toContain("At the target31");
    expect(facts()).toContain("A day£20.00");
    expect(facts()).toContain("40 to 90");
    expect(facts()).toContain("so far 12 for £30.00");
    expect(facts()).toContain("It counts no sales there.");
    expect(facts()).toContain("21 days is longer than the brief’s 14 days.");
  });

  it("says what each network forbids of a regulated subject", async () => {
    const kept = room("", [HS]);
    await screen.findByLabelText("Name of the brief");
    await pick("Regulated subject", "jobs");
    const forbids = await screen.findByText(/forbids narrowing ages; circles under 25 km/);
    expect(forbids.textContent).toContain("Hearthside");
    await waitFor(() => expect(kept.at(-1)?.body).toMatchObject({ subject: "jobs" }));
  });

  it("stays as it was typed where it is not taken, with why", async () => {
    const name = "Spring loaves again";
    room("", [HS], (path, body) =>
      path.endsWith("/b1") && body
        ? { status: 422, body: { detail: "Another brief is called so.", field: "name" } }
        : undefined,
    );
    fireEvent.change(await screen.findByLabelText("Name of the brief"), { target: { value: name } });
    await screen.findByText("Another brief is called so.");
    expect(screen.getByLabelText<HTMLInputElement>("Name of the brief").value).toBe(name);
  });

  it("is begun tomorrow for a fortnight on the first account, under a name that is free", async () => {
    const kept = room("", [HS, GR]);
    fireEvent.click(await screen.findByRole("button", { name: "New brief" }));
    await waitFor(() =>
      expect(kept.at(-1)?.body).toMatchObject({
        name: "New brief",
        accounts: ["a1"],
        startsOn: "2027-03-10",
        lastDay: "2027-03-23",
      }),
    );
  });
});

describe("an account", () => {
  it("comes first where there is none, in what the client and the agency have", async () => {
    const kept = room("", []);
    fireEvent.click(await screen.findByRole("button", { name: "Write the first" }));
    await screen.findByText("Open an account", { selector: ".ant-modal-title" });
    await pick("Network", "Jumpcut, made-up people");
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>("Name").placeholder).toBe("Jumpcut DKK"),
    );
    fireEvent.click(screen.getByRole("button", { name: "Open" }));
    await waitFor(() => expect(kept).toHaveLength(1));
    expect(kept[0]).toEqual({
      path: "/api/clients/c1/accounts",
      body: {
        network: "JC",
        currency: "DKK",
        zone: "Europe/Copenhagen",
        account: {
          name: "Jumpcut DKK",
          site: "mill.example",
          profiles: ["The Mill"],
          spendingLimitMinor: null,
        },
      },
    });
  });

  it("takes after the one there is, on a network that has none yet", async () => {
    const kept = room("?open=account", [HS], (path, body) =>
      path.endsWith("/accounts") && body
        ? { status: 422, body: { detail: "Another account is called so." } }
        : undefined,
    );
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>("Name").placeholder).toBe("Guildrow GBP"),
    );
    fireEvent.click(screen.getByRole("button", { name: "Open" }));
    await screen.findByText("Another account is called so.");
    expect(kept[0]!.body).toMatchObject({ network: "GR", currency: "GBP", zone: "Europe/London" });
  });

  it("is changed in place, says what its tag reports, and what stays as it was opened", async () => {
    const kept = room("/accounts/a1", [HS]);
    await screen.findByText("1,200");
    screen.getByText("never");
    screen.getByText("Nell Ferry");
    screen.getByText(/Fixed when the account was opened/);
    fireEvent.change(screen.getByLabelText("Site with the tag"), { target: { value: "" } });
    await waitFor(() =>
      expect(kept.at(-1)).toEqual({
        path: "/api/clients/c1/accounts/a1",
        body: { name: "HS GBP", site: null, profiles: ["The Mill"], spendingLimitMinor: null },
      }),
    );
  });

  it("without a tag says what to do", async () => {
    room("/accounts/a1", [HS], (path) =>
      path.endsWith("/told") ? { body: { siteTag: null, agreedSenders: [] } } : undefined,
    );
    await screen.findByText("No site tag reports to this account.");
  });
});
