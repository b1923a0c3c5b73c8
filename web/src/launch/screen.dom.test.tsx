// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { describe, expect, it } from "vitest";
import { Launch } from "./Launch";

const change = (key: string, level: string, parentKey?: string) => ({
  action: "CREATE",
  level,
  key,
  parentKey,
  name: key.toUpperCase(),
  fields: [],
  belonging: 0,
  signOff: "NEVER_SENT",
  since: [],
});

const LIST = {
  planVersion: 7,
  changes: [change("k", "CAMPAIGN"), change("k/r", "AD_GROUP", "k"), change("k/r/c", "AD", "k/r")],
  signOffDemanded: false,
  findings: [] as unknown[],
  currency: "GBP",
  dailyBeforeMinor: 0,
  dailyAfterMinor: 1000,
  newestLaunchId: null as string | null,
  running: false,
  byHand: false,
  drift: [] as unknown[],
  test: null,
};

const BLOCKER = {
  severity: "BLOCKER",
  rule: "sheet.no-rows",
  place: { field: "rows", campaignId: "k" },
  value: "none",
  limit: "1",
  says: "The sheet has no audience rows.",
  mend: "Add a row.",
};

/** The launch screen of one campaign, on a network with a connector or without one. */
function launching(list: Partial<typeof LIST>, account: { byHand?: boolean } = {}, campaigns = true) {
  const campaign = {
    id: "k",
    name: "Kits",
    accountId: "a",
    temperature: "COLD",
    purpose: "TESTING",
    findings: [],
    ads: 1,
    currency: "GBP",
    dailyMinor: 1000,
    flightMinor: 14_000,
    days: 14,
    live: false,
  };
  const { asked, sent } = answering((body, path) => {
    if (path.endsWith("/changes")) return { body: { ...LIST, ...list } };
    if (path.endsWith("/plans/p")) {
      return { body: { id: "p", name: "Winter", version: 7, campaigns: campaigns ? [campaign] : [] } };
    }
    if (path.endsWith("/plans")) return { body: [{ id: "p", name: "Winter" }] };
    if (path.endsWith("/offer")) {
      return { body: { rulebook: { review: { from: "PT15M", to: "PT18H", reasons: [] } }, topics: [] } };
    }
    if (path.endsWith("/launches") && body) return { body: { id: "l1", state: "RUNNING", changes: [] } };
    if (path.includes("/launches/")) {
      const changes = LIST.changes.map((c, i) => ({ ...c, id: c.key, state: i === 0 ? "DONE" : "WAITING" }));
      return { body: { id: "l1", person: "Ines", state: "BY_HAND", changes } };
    }
    if (path === "/api/clients/c") {
      const one = { id: "a", network: "HS", networkName: "Hearthside", byHand: false, currency: "GBP" };
      return { body: { client: { id: "c", accounts: [{ ...one, ...account }] }, campaigns: [] } };
    }
    return { body: [] };
  });
  const router = createMemoryRouter(
    [{ path: "c/:clientId/launch/:planId?/:campaignId?", element: <Launch /> }],
    { initialEntries: ["/c/c/launch/p/k"] },
  );
  show(<RouterProvider router={router} />);
  return { asked, sent };
}

const button = (name: string) => screen.findByRole("button", { name });
const dialog = () => screen.findByRole("dialog");

describe("launching", () => {
  it.each([
    { how: "sent at once", doing: [], ends: "Launch now", order: { byHand: false, paused: false } },
    {
      how: "paused at first",
      doing: [/Start paused/],
      ends: "Launch now",
      order: { byHand: false, paused: true },
    },
    {
      how: "handed over",
      doing: [/Hand it over as a table/],
      ends: "Hand it over",
      order: { byHand: true, paused: false },
    },
  ])("is asked for before, with what it costs, and can be $how", async ({ doing, ends, order }) => {
    const { sent } = launching({});
    fireEvent.click(await button("Launch 3 changes…"));
    expect((await dialog()).textContent).toContain("Launch on Hearthside?");
    expect((await dialog()).textContent).toContain(
      "create 1 campaign, 1 ad group and 1 ad. Money goes from £0.00 to £10.00 a day, £140.00 over 14 days.",
    );
    doing.forEach((words) => fireEvent.click(screen.getByLabelText(words)));
    fireEvent.click(await button(ends));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual({ planId: "p", campaignId: "k", planVersion: 7, keys: null, ...order });
  });

  it("is a table to enter where the network has no connector, and nothing else is offered", async () => {
    const { sent, asked } = launching({}, { byHand: true });
    fireEvent.click(await button("Hand over 3 changes…"));
    expect((await dialog()).textContent).toContain("Nothing is sent: Hearthside has no connector.");
    expect(screen.queryByLabelText(/Send it to/)).toBeNull();
    fireEvent.click(await button("Hand it over"));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ byHand: true });
    expect(asked.some((path) => path.endsWith("/look"))).toBe(false);
  });

  it("leaves out what is not ticked", async () => {
    launching({});
    fireEvent.click(await screen.findByLabelText("All changes"));
    await button("Launch 0 of 3 changes…");
  });

  it("does not begin while blockers are left, and says which", async () => {
    const { sent } = launching({ findings: [BLOCKER] });
    fireEvent.click(await button("1 blocker first…"));
    expect((await dialog()).textContent).toContain("The sheet has no audience rows.");
    expect(screen.queryByRole("button", { name: "Launch now" })).toBeNull();
    expect(sent).toEqual([]);
  });

  it("waits for a sign-off where the client asks for one", async () => {
    launching({ signOffDemanded: true });
    expect(((await button("3 changes without sign-off")) as HTMLButtonElement).disabled).toBe(true);
  });

  it.each([
    { list: { changes: [] }, campaigns: true, note: "Hearthside has all of it" },
    {
      list: { running: true, byHand: true, newestLaunchId: "l1" },
      campaigns: true,
      note: "Handed over, to be entered on Hearthside by hand",
    },
    {
      list: { running: true, newestLaunchId: "l1" },
      campaigns: true,
      note: "A launch on Hearthside is under way",
    },
    { list: {}, campaigns: false, note: "Nothing to launch yet" },
  ])("says where it stands: $note", async ({ list, campaigns, note }) => {
    launching(list, {}, campaigns);
    await screen.findByText(note);
    expect(screen.queryByRole("button", { name: /^Launch \d/ })).toBeNull();
  });

  it("shows how far it is, and the table with the way back, while ids are waited for", async () => {
    launching({ running: true, byHand: true, newestLaunchId: "l1" });
    expect(await screen.findByText("1 of 3 changes on the network")).toBeTruthy();
    expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("1");
    expect(screen.getByText("CSV").getAttribute("href")).toBe(
      "/api/clients/c/launches/l1/hand-over?form=CSV",
    );
  });
});
