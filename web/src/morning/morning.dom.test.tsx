// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import { Morning } from "./Morning";
import { inOwnOrder, movedTo } from "./order";
import { toldOf } from "./words";

const OF = { planId: "p", campaignId: "k", accountId: "a", campaign: "Tins" };
const ROW = { ...OF, rowId: "r", row: "Parents", currency: "GBP" };

function line(key: string, need: object, urgency = "TODAY", hidden = false) {
  return { key, urgency, hidden, need } as never;
}

function client(id: string, more: object = {}) {
  return {
    id,
    name: `Client ${id}`,
    about: "",
    role: "BUYER",
    logo: null,
    training: false,
    networks: ["HS"],
    adsLive: 12,
    money: [{ currency: "GBP", day: "2027-03-12", plannedMinor: 4000, spentMinor: 1000, passed: 0.5 }],
    lines: [],
    counts: {},
    hidden: 0,
    reckonedAt: "2027-03-12T06:00:00Z",
    place: null,
    ...more,
  };
}

const LEADS = line("leads 4", { kind: "LEADS", fresh: 4 });

describe("a line", () => {
  it.each([
    [
      { ...OF, kind: "UNTAKEN", pause: true, problem: "Away." },
      "Tins is paused here and still runs",
      "/c/c1/launch/p/k",
    ],
    [{ ...OF, kind: "UNTAKEN", pause: false, problem: "Away." }, "Tins still stands", "/c/c1/launch/p/k"],
    [
      { ...OF, kind: "REFUSED", itemKey: "r/c", ad: "Tins, parents", reason: "Too much text." },
      "Refused: Tins, parents",
      "/c/c1/plan/p/k?ad=r/c",
    ],
    [
      { ...OF, kind: "BLOCKED", blockers: 2, says: "No money.", rowId: "r", columnId: null },
      "Tins cannot be launched, 2 blockers",
      "/c/c1/plan/p/k?lens=checks&ad=r/",
    ],
    [
      { ...OF, kind: "BLOCKED", blockers: 1, says: "No money.", rowId: null, columnId: null },
      "1 blocker",
      "/c/c1/plan/p/k?lens=checks",
    ],
    [
      { ...ROW, kind: "PACE", spentMinor: 0, dueMinor: 100, plannedMinor: 900, stand: "SLOW" },
      "Parents of Tins brings nothing",
      "/c/c1/plan/p/k?ad=r/",
    ],
    [
      { ...ROW, kind: "PACE", spentMinor: 50, dueMinor: 100, plannedMinor: 900, stand: "SLOW" },
      "spends slowly",
      "/c/c1/plan/p/k?ad=r/",
    ],
    [
      { ...ROW, kind: "PACE", spentMinor: 150, dueMinor: 100, plannedMinor: 900, stand: "FAST" },
      "spends fast",
      "/c/c1/plan/p/k?ad=r/",
    ],
    [
      {
        kind: "SIGN_OFF",
        planId: "p",
        signOffId: "s",
        plan: "Spring",
        returned: false,
        asked: null,
        by: "Ines",
        says: "",
      },
      "Spring waits for an approver",
      "/c/c1/launch/sign-offs/s",
    ],
    [
      {
        kind: "SIGN_OFF",
        planId: "p",
        signOffId: "s",
        plan: "Spring",
        returned: true,
        asked: null,
        by: "Otto",
        says: "More.",
      },
      "Otto returned Spring",
      "/c/c1/launch/sign-offs/s",
    ],
    [{ kind: "LEADS", fresh: 1 }, "1 new lead", "/c/c1/forms/leads"],
    [
      { kind: "COMMENTS", planId: "p", plan: "Spring", open: 2, signOffId: "s" },
      "2 comments on Spring",
      "/c/c1/launch/sign-offs/s",
    ],
    [
      { kind: "COMMENTS", planId: "p", plan: "Spring", open: 2, signOffId: null },
      "2 comments",
      "/c/c1/launch/p",
    ],
    [{ ...OF, kind: "CHANGED_THERE", things: 3 }, "3 things of Tins changed", "/c/c1/launch/p/k"],
    [
      { kind: "UNKNOWN_ADS", accountId: "a", account: "Hearth", currency: "GBP", ads: 2, spendMinor: 450 },
      "£4.50 spent on Hearth by 2 ads",
      "/c/c1/results",
    ],
    [
      {
        ...OF,
        kind: "TEST",
        testId: "t",
        test: "Words",
        outcome: "WINNER",
        winner: "B",
        winnerValues: ["A patch"],
        why: null,
      },
      "Test ready to judge: Words",
      "/c/c1/results/tests/t",
    ],
    [
      {
        ...OF,
        kind: "TEST",
        testId: "t",
        test: "Words",
        outcome: "BROKEN",
        winner: null,
        winnerValues: [],
        why: "Uneven.",
      },
      "Broken test: Words",
      "/c/c1/results/tests/t",
    ],
    [
      {
        ...ROW,
        kind: "ADVICE",
        adviceKey: "k/r/STOP",
        move: "STOP",
        amount: 0,
        dailyMinor: 100,
        says: "Dear.",
      },
      "Parents of Tins: stop it",
      "/c/c1/results/advice?at=k%2Fr%2FSTOP",
    ],
    [
      { kind: "POST", accountId: "a", postId: "x", text: "W".repeat(90), times: 3.21, above: 18, of: 20 },
      `“${"W".repeat(70)}…”`,
      "/c/c1/creative/posts?post=a%2Fx",
    ],
  ])("leads to its place: %o", (need, head, to) => {
    const told = toldOf("c1", need as never);
    expect(told.head).toContain(head);
    expect(told.to).toBe(to);
    expect(told.says).not.toBe("");
  });
});

describe("an own order", () => {
  const all = [client("a"), client("b", { place: 2 }), client("c"), client("d", { place: 1 })] as never[];

  it("has those that were never put anywhere behind, as they were", () => {
    expect(inOwnOrder(all).map((c) => c.id)).toEqual(["d", "b", "a", "c"]);
  });

  it.each([
    ["b", "up", ["b", "a", "c"]],
    ["b", "down", ["a", "c", "b"]],
    ["c", "top", ["c", "a", "b"]],
    ["a", "up", ["a", "b", "c"]],
    ["c", "down", ["a", "b", "c"]],
  ] as const)("moves %s %s", (id, by, order) => {
    expect(movedTo(["a", "b", "c"], id, by)).toEqual(order);
  });
});

describe("the morning", () => {
  let questions: string[] = [];

  function page(clients: object[], at = "/", whole: object = {}) {
    questions = [];
    const told = answering((_, path, question) => {
      if (path.endsWith("/morning")) questions.push(question.toString());
      return {
        body:
          path === "/api/morning"
            ? { clients, behind: 0, networks: ["AK", "HS"] }
            : path === "/api/clients/1/morning"
              ? whole
              : path === "/api/session"
                ? { administrator: true }
                : path === "/api/clients"
                  ? clients
                  : {},
      };
    });
    show(
      <MemoryRouter initialEntries={[at]}>
        <Morning />
      </MemoryRouter>,
    );
    return told;
  }

  const refused = (count: number) =>
    Array.from({ length: count }, (_, ad) =>
      line(`refused ${ad}`, { ...OF, kind: "REFUSED", itemKey: "r/c", ad: `${ad}`, reason: "No." }, "NOW"),
    );

  it("counts how soon, adds money by currency, and has no more to press where all is told", async () => {
    page([
      client("1", { lines: refused(3), counts: { NOW: 3, TODAY: 4 } }),
      client("2", { lines: [LEADS], counts: { TODAY: 1 } }),
      client("3", { lines: [], money: [] }),
    ]);
    await screen.findByText("What needs you: 3 now, 5 today");
    expect(screen.getAllByText("of £80.00")).toHaveLength(1);
    expect(within(screen.getByLabelText("Client 2")).queryByText(/more$/)).toBeNull();
    expect(within(screen.getByLabelText("Client 3")).getByText("Nothing needs you.")).toBeTruthy();
  });

  it.each([
    { at: "/?kind=REFUSED", counts: { NOW: 5 }, hidden: 2, more: "2 more", lines: 5, others: null },
    { at: "/?kind=REFUSED&hidden", counts: { NOW: 5 }, hidden: 2, more: "4 more", lines: 7, others: null },
    {
      at: "/",
      counts: { NOW: 33, TODAY: 1 },
      hidden: 0,
      more: "31 more",
      lines: 34,
      others: "4 others at its desk",
    },
  ])(
    "asks for the other lines of a client by what was chosen: $at",
    async ({ at, counts, hidden, more, lines, others }) => {
      page([client("1", { lines: refused(3), counts, hidden })], at, client("1", { lines: refused(lines) }));
      const first = within(await screen.findByLabelText("Client 1"));
      expect(first.getAllByText(/^Refused: /)).toHaveLength(3);
      fireEvent.click(first.getByRole("button", { name: more }));
      await waitFor(() => expect(first.getAllByText(/^Refused: /)).toHaveLength(Math.min(lines, 30)));
      expect(questions.at(-1)).toBe(questions[0]);
      expect(first.queryByText(/at its desk$/)?.textContent ?? null).toBe(others);
      fireEvent.click(first.getByRole("button", { name: "fewer" }));
      expect(first.getAllByText(/^Refused: /)).toHaveLength(3);
    },
  );

  it("asks for what is chosen, and keeps the choice in its address", async () => {
    page([client("1", { lines: [LEADS], counts: { TODAY: 1 }, hidden: 2 })], "/?network=HS");
    await screen.findByText("4 new leads");
    expect(questions.at(-1)).toContain("network=HS");
    fireEvent.click(screen.getByRole("checkbox", { name: "Only mine" }));
    await waitFor(() => expect(questions.at(-1)).toContain("mine=true"));
    await pick("Kind", "New leads");
    await waitFor(() => expect(questions.at(-1)).toContain("kind=LEADS"));
    fireEvent.click(screen.getByRole("checkbox", { name: "Show 2 hidden lines" }));
    await waitFor(() => expect(questions.at(-1)).toContain("hidden=true"));
    expect(questions.at(-1)).toContain("network=HS");
  });

  it("hides a line for the person, and puts clients in their order", async () => {
    const { sent } = page([client("1", { lines: [LEADS], counts: { TODAY: 1 } }), client("2")]);
    fireEvent.click(await screen.findByRole("button", { name: "Hide “4 new leads”" }));
    await waitFor(() => expect(sent).toEqual([{ clientId: "1", key: "leads 4", hidden: true }]));
    fireEvent.click(screen.getByText("My order"));
    await waitFor(() => expect(sent.at(-1)).toEqual({ clientIds: ["1", "2"] }));
  });

  it("moves a client up in the person's own order", async () => {
    const { sent } = page([client("1", { place: 1 }), client("2", { place: 2 })]);
    fireEvent.click(await screen.findByRole("button", { name: "Client 2 up" }));
    await waitFor(() => expect(sent).toEqual([{ clientIds: ["2", "1"] }]));
    fireEvent.click(screen.getByText("Most urgent first"));
    await waitFor(() => expect(screen.queryByRole("button", { name: "Client 2 up" })).toBeNull());
  });

  it.each([
    { administrator: true, says: "Take a client on" },
    { administrator: false, says: /An administrator of the agency says which clients/ },
  ])("tells whoever has no client what comes next: $administrator", async ({ administrator, says }) => {
    answering((_, path) => ({
      body:
        path === "/api/session"
          ? { administrator }
          : path === "/api/morning"
            ? { clients: [], behind: 0, networks: [] }
            : [],
    }));
    show(
      <MemoryRouter>
        <Morning />
      </MemoryRouter>,
    );
    await screen.findByText(says);
  });
});
