// @vitest-environment jsdom
import { answering, pick, show } from "../../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import type { PostView } from "../../api/posts";
import { age, drawn, oneIn, ordered, ruleWords, says, times } from "./model";
import { Posts } from "./Posts";

const stands = (chance: number, more: number) => ({
  hours: 26,
  had: 412 * more,
  usual: 412,
  times: more,
  of: 12,
  above: more > 2 ? 12 : 7,
  chance,
  unusual: chance < 0.05,
});

function post(id: string, given: Partial<PostView> = {}): PostView {
  return {
    accountId: "a1",
    network: "HS",
    id,
    profile: "Oddment",
    kind: "POST",
    at: "2027-03-08T04:00:00Z",
    text: `Words of ${id}`,
    link: "",
    ends: null,
    hasStill: false,
    hours: 26,
    came: [
      { hours: 1, views: 60, engagements: 2 },
      { hours: 26, views: 480, engagements: 15 },
    ],
    curve: "k",
    views: stands(0.4, 1.1),
    engagements: stands(0.02, 3.5),
    removed: false,
    aside: false,
    creativeId: null,
    proposedBy: null,
    ...given,
  };
}

const good = post("good", { views: stands(0.0026, 4.2), engagements: stands(0.3, 1.2), proposedBy: "r1" });
const young = post("young", {
  views: null,
  engagements: null,
  came: [],
  hours: 0,
  at: "2027-03-09T05:50:00Z",
});
const taken = post("taken", { creativeId: "k9" });
const other = post("other", { accountId: "a2", network: "SW" });

const usual = [1, 6, 24, 48].map((hours) => ({
  hours,
  middle: 40 * hours,
  low: 20 * hours,
  high: 80 * hours,
  of: 12,
}));
const curves = (["VIEWS", "ENGAGEMENTS"] as const).map((counted) => ({ key: "k", counted, usual }));
const rules = [
  { id: "r1", rule: { accountId: "a1", counted: "VIEWS" as const, times: 3, leastHours: 24, mostDays: 14 } },
];

function told(take: { status?: number; body: unknown } = { body: [{ creative: { id: "n1" } }] }) {
  let posts = [other, taken, young, good, post("plain")];
  return answering((_, path) => {
    if (path.endsWith("/posts")) return { body: { posts, curves, rules } };
    if (path.endsWith("/taken")) {
      if (take.status) posts = posts.filter((p) => p.id !== "good");
      return take;
    }
    if (path.endsWith("/plans")) return { body: [{ id: "p", name: "Spring", version: 4 }] };
    if (path.endsWith("/plans/p"))
      return {
        body: {
          id: "p",
          version: 4,
          campaigns: [
            {
              id: "c2",
              name: "Elsewhere",
              accountId: "a2",
              currency: "GBP",
              columns: [],
              moneyPerRowMinor: 900,
            },
            { id: "c", name: "Cold", accountId: "a1", currency: "GBP", columns: [], moneyPerRowMinor: 1000 },
          ],
        },
      };
    if (path.endsWith("/audiences")) return { body: [{ id: "au", accountId: "a1", name: "Knitters" }] };
    return { body: {} };
  });
}

const accounts = [
  { id: "a1", name: "Hearthside GBP" },
  { id: "a2", name: "Shortwave GBP" },
] as unknown as Schemas["AccountView"][];

function screenOf(at = "") {
  show(
    <MemoryRouter initialEntries={[`/posts${at}`]}>
      <Posts clientId="c" {...{ accounts }} rooms={null} />
    </MemoryRouter>,
  );
}

const lines = () =>
  within(screen.getByRole("table", { name: "Posts" }))
    .getAllByRole("row")
    .slice(1);
const textOf = (row: HTMLElement) => /Words of ([a-z]+)/.exec(row.textContent ?? "")?.[1];

describe("posts", () => {
  it("stand by what is unusual for their age, by views, engagements or newest, of one account or all", async () => {
    told();
    screenOf();
    await screen.findByText("4.2 ×");
    expect(lines().map(textOf)[0]).toBe("good");
    expect(lines().map(textOf).at(-1)).toBe("young");
    expect(within(lines().at(-1)!).getByText("too few")).toBeTruthy();
    fireEvent.click(screen.getByText("Newest"));
    expect(lines().map(textOf)[0]).toBe("young");
    fireEvent.click(screen.getByText("Unusual engagements"));
    expect(textOf(lines()[0]!)).not.toBe("good");
    await pick("Account", "Shortwave GBP");
    expect(lines().map(textOf)).toEqual(["other"]);
  });

  it("are taken in one go, each into a row of its own with its own money, where they can run", async () => {
    const { asked, sent } = told();
    screenOf();
    fireEvent.click(await screen.findByRole("checkbox", { name: /good/ }));
    fireEvent.click(screen.getByRole("checkbox", { name: /plain/ }));
    expect((screen.getByRole("checkbox", { name: /taken/ }) as HTMLInputElement).disabled).toBe(true);
    fireEvent.click(screen.getByRole("button", { name: "Take 2 posts as ads…" }));
    const money = await screen.findByRole("spinbutton", { name: "Money of each row" });
    expect(screen.queryByText("Elsewhere")).toBeNull();
    fireEvent.change(money, { target: { value: "23.50" } });
    fireEvent.blur(money);
    fireEvent.click(screen.getByRole("button", { name: "Put 1 creative there" }));
    await waitFor(() => expect(asked.some((p) => p.endsWith("/edits"))).toBe(true));
    expect(sent[0]).toEqual({
      posts: [
        { accountId: "a1", id: "good" },
        { accountId: "a1", id: "plain" },
      ],
    });
    expect(sent.at(-1)).toMatchObject({
      edit: { kind: "newAds", campaignId: "c", creativeIds: ["n1"], audienceId: "au", money: "23.50" },
    });
  });

  it("of several accounts are not taken together", async () => {
    told();
    screenOf();
    fireEvent.click(await screen.findByRole("checkbox", { name: /good/ }));
    fireEvent.click(screen.getByRole("checkbox", { name: /other/ }));
    const take = screen.getByRole("button", { name: "Take 2 posts as ads…" });
    expect((take as HTMLButtonElement).disabled).toBe(true);
    expect(take.title).toContain("several accounts");
  });

  it("that went meanwhile are told, and seen to be gone", async () => {
    told({ status: 422, body: { detail: "“Words of good” is not on Hearthside GBP any more." } });
    screenOf("?post=a1%2Fgood");
    fireEvent.click(await screen.findByRole("button", { name: "Take as an ad…" }));
    await screen.findByText(/is not on Hearthside GBP any more/);
    await waitFor(() => expect(lines().map(textOf)).not.toContain("good"));
  });

  it("are proposed by rules, which are added and taken out", async () => {
    const { asked, sent } = told();
    screenOf();
    await screen.findByText(/5 posts, 1 proposed as an ad/);
    fireEvent.click(screen.getByRole("button", { name: "Set aside" }));
    await waitFor(() => expect(sent).toContainEqual({ aside: true }));
    fireEvent.click(screen.getByRole("button", { name: "Rules, 1…" }));
    await screen.findByText("Hearthside GBP: 3.0 × the usual views, 24 h to 14 days old");
    fireEvent.click(screen.getByRole("button", { name: "Add this rule" }));
    fireEvent.click(screen.getByRole("button", { name: "Take out" }));
    await waitFor(() => expect(asked.some((p) => p.endsWith("/rules/r1"))).toBe(true));
    expect(sent).toContainEqual({
      accountId: null,
      counted: "VIEWS",
      times: 3,
      leastHours: 24,
      mostDays: 14,
    });
  });

  it("that nobody put up are waited for", async () => {
    answering(() => ({ body: { posts: [], curves: [], rules: [] } }));
    screenOf();
    await screen.findByText("No posts yet");
  });
});

describe("their numbers", () => {
  it("are said as people say them", () => {
    expect([9, 47, 50, 76, 168, 700].map(age)).toEqual(["9 h", "47 h", "2 d 2 h", "3 d 4 h", "7 d", "29 d"]);
    expect([0.62, 4.24, 11.6].map(times)).toEqual(["0.6 ×", "4.2 ×", "12 ×"]);
    expect([0.6, 0.0026, 0.0000001].map(oneIn)).toEqual([
      "every second or more",
      "1 in 385",
      "fewer than 1 in 10,000",
    ]);
    expect(says(good.views!, "VIEWS")).toBe(
      "1,730 views at 26 h, usual are 412. More than all 12 others at that age; by chance 1 in 385 posts has as much.",
    );
    expect(
      ruleWords({ ...rules[0]!.rule, accountId: null, counted: "ENGAGEMENTS", mostDays: 1 }, undefined),
    ).toBe("All accounts: 3.0 × the usual engagements, 24 h to 1 day old");
    expect(ordered([post("b"), good], "VIEWS")[0]).toBe(good);
  });

  it("are drawn by age in logarithms: the first hour at the left, its own age at the right, the top as high as the most", () => {
    const box = { width: 100, height: 50 };
    const life = drawn(
      { ...good, hours: 24, came: [{ hours: 24, views: 1920, engagements: 1 }] },
      usual,
      "VIEWS",
      box,
    );
    expect(life.last).toBe(48);
    expect(life.x(1)).toBe(0);
    expect(life.x(48)).toBe(100);
    expect(life.top).toBe(80 * 48);
    expect(life.y(0)).toBe(50);
    expect(life.own).toBe(`${life.x(24).toFixed(1)},25.0`);
  });
});
