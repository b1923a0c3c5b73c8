// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import { Problem, type Schemas } from "../api/client";
import { EditQueue, type Edit, type WaitingEdit } from "./editQueue";
import { keysOf } from "./doing";
import { costs, round } from "./Expected";
import { ALL_HOURS, painted, PRESETS } from "./hours";
import { lens } from "./lenses";
import { findingsAt, showingWords, switchBlock, type Campaign } from "./model";
import { told } from "./PriceSumsDialog";
import { block, covers, moved, single, wholeRow } from "./selection";
import { asText, filtered } from "./sheetText";
import { bodyOf, NO_CHOICES, withVariable } from "./split";
import { whole } from "./whole";

const edit = (money: string): Edit => ({ kind: "rowMoney", campaignId: "c", rowIds: ["r"], money });

class MemoryStore {
  private readonly held = new Map<string, string>();
  getItem = (key: string) => this.held.get(key) ?? null;
  setItem = (key: string, value: string) => void this.held.set(key, value);
  removeItem = (key: string) => void this.held.delete(key);
}

/** A queue against a server that answers as told, with time that passes only by `tick`. */
function scene(answers: (Problem | "ok")[], store = new MemoryStore()) {
  const sent: string[] = [];
  const refused: string[] = [];
  const states: string[] = [];
  const later: (() => void)[] = [];
  let ids = 0;
  const queue = new EditQueue("key", {
    send: async ({ editId, edit: e }: WaitingEdit) => {
      await Promise.resolve();
      sent.push(`${editId} ${"money" in e ? e.money : ""}`);
      const answer = answers.shift() ?? "ok";
      if (answer !== "ok") throw answer;
    },
    reload: () => undefined,
    refused: (_, problem) => refused.push(problem.message),
    state: (waiting, connected) => states.push(`${waiting} ${connected ? "connected" : "away"}`),
    store,
    later: (run) => later.push(run),
    newId: () => `id${++ids}`,
  });
  const settle = async () => {
    for (let i = 0; i < 50; i++) await Promise.resolve();
  };
  const tick = async () => {
    later.splice(0).forEach((run) => run());
    await settle();
  };
  return { queue, sent, refused, states, store, settle, tick };
}

describe("edits on their way to the server", () => {
  it("go out one at a time in their order", async () => {
    const s = scene([]);
    s.queue.make(edit("1"));
    s.queue.make(edit("2"));
    await s.settle();
    expect(s.sent).toEqual(["id1 1", "id2 2"]);
    expect(s.queue.edits).toHaveLength(0);
    expect(s.states.at(-1)).toBe("0 connected");
  });

  it("wait while there is no connection and are sent again under the same id", async () => {
    const s = scene([new Problem(0, "no connection"), new Problem(503, "away"), "ok", "ok"]);
    s.queue.make(edit("1"));
    s.queue.make(edit("2"));
    await s.settle();
    expect(s.states.at(-1)).toBe("2 away");
    await s.tick();
    await s.tick();
    expect(s.sent).toEqual(["id1 1", "id1 1", "id1 1", "id2 2"]);
    expect(s.states.at(-1)).toBe("0 connected");
  });

  it("survive a reload of the page", async () => {
    const store = new MemoryStore();
    const before = scene([new Problem(0, "no connection")], store);
    before.queue.make(edit("1"));
    await before.settle();
    before.queue.stop();
    const after = scene([], store);
    after.queue.start();
    await after.settle();
    expect(after.sent).toEqual(["id1 1"]);
    expect(store.getItem("key")).toBeNull();
  });

  it("go out when the plan is left, as far as the server answers", async () => {
    const s = scene(["ok", "ok", new Problem(0, "no connection")]);
    ["1", "2", "3"].forEach((money) => s.queue.make(edit(money)));
    s.queue.stop();
    await s.settle();
    await s.tick();
    expect(s.sent).toEqual(["id1 1", "id2 2", "id3 3"]);
    expect(s.states.at(-1)).toBe("1 away");
    expect(s.store.getItem("key")).toContain("id3");
  });

  it("are given up only when the server refuses them, and the next goes on", async () => {
    const s = scene([new Problem(422, "“lots” is not an amount of GBP."), "ok"]);
    const asked = s.queue.ask(edit("lots"));
    s.queue.make(edit("2"));
    await expect(asked).rejects.toThrow("lots");
    await s.settle();
    expect(s.refused).toEqual(["“lots” is not an amount of GBP."]);
    expect(s.sent).toEqual(["id1 lots", "id2 2"]);
  });

  it("can be taken back before they are sent", async () => {
    const s = scene([new Problem(0, "no connection")]);
    s.queue.make(edit("1"));
    await s.settle();
    expect(s.queue.takeBack()).toBe(true);
    expect(s.queue.takeBack()).toBe(false);
    await s.tick();
    expect(s.sent).toEqual(["id1 1"]);
  });
});

describe("selection", () => {
  it.each([
    ["ArrowDown", false, { top: 1, bottom: 1, left: 0, right: 0 }],
    ["ArrowRight", true, { top: 0, bottom: 0, left: 0, right: 1 }],
    ["ArrowUp", false, { top: 0, bottom: 0, left: 0, right: 0 }],
  ])("%s, extending %s", (key, extend, expected) => {
    const next = moved(single(0, 0), key, extend, 3, 2);
    expect(next && block(next, 3, 2)).toEqual(expected);
  });

  it("covers whole rows, stays within the sheet and ignores other keys", () => {
    expect(covers(block(wholeRow(1, 4), 3, 4), 1, 3)).toBe(true);
    expect(block(single(9, 9), 3, 4)).toEqual({ top: 2, bottom: 2, left: 3, right: 3 });
    expect(moved(single(0, 0), "a", false, 3, 4)).toBeNull();
  });
});

describe("what a block of cells does", () => {
  const campaign = {
    id: "c",
    rows: [
      { id: "r1", cells: [100, null] },
      { id: "r2", cells: [100, 100] },
    ],
    columns: [{ id: "k1" }, { id: "k2" }],
    excluded: [],
  } as unknown as Campaign;

  it("switches on when any is off, else off", () => {
    const all = { top: 0, bottom: 1, left: 0, right: 1 };
    expect(switchBlock(campaign, all)).toMatchObject({ kind: "cellSwitch", on: true });
    expect(switchBlock(campaign, { ...all, top: 1 })).toMatchObject({
      on: false,
      cells: [{ rowId: "r2" }, {}],
    });
  });

  it("leaves excluded cells out, unless nothing else is there", () => {
    const kept = { ...campaign, excluded: [{ rowId: "r1", columnId: "k2", why: "buyers" }] };
    const row = { top: 0, bottom: 0, left: 0, right: 1 };
    expect(switchBlock(kept, row)).toMatchObject({ on: false, cells: [{ rowId: "r1", columnId: "k1" }] });
    expect(switchBlock(kept, { ...row, left: 1 })).toMatchObject({ on: true, cells: [{ columnId: "k2" }] });
  });

  it("goes to a spreadsheet with its headings, and starts no formula there", () => {
    const sheet = {
      ...campaign,
      currency: "GBP",
      basis: "DAILY",
      rows: [
        { id: "r1", label: "=HYPERLINK(1)", moneyMinor: 1200, cells: [600, null], slices: [] },
        { id: "r2", label: "Tab\there", moneyMinor: 50, cells: [25, 25], slices: [] },
      ],
    } as unknown as Campaign;
    const whole = { top: 0, bottom: 1, left: 0, right: 1 };
    const cell = () => ({ main: "x", kind: "on" }) as const;
    expect(
      asText(
        sheet,
        whole,
        cell,
        () => "Menders",
        (k) => `Creative ${k.id}`,
        true,
      ),
    ).toBe(
      "Row\tAudience\tMoney a day\tCreative k1\tCreative k2\n" +
        "'=HYPERLINK(1)\tMenders\t£12.00\ton\toff\n" +
        '"Tab\there"\tMenders\t£0.50\ton\ton',
    );
  });

  it("filters rows by any words of their label, audience and split", () => {
    const sheet = {
      ...campaign,
      rows: [
        { id: "r1", label: "Knitters 25 to 34", slices: [{ words: "women" }] },
        { id: "r2", label: "Knitters 35 to 44", slices: [{ words: "men" }] },
      ],
    } as unknown as Campaign;
    const left = (typed: string) => filtered(sheet, typed, () => "All knitters").rows.map((r) => r.id);
    expect(left("ALL 35")).toEqual(["r2"]);
    expect(left("women")).toEqual(["r1"]);
    expect(left(" ")).toEqual(["r1", "r2"]);
  });

  it("gathers the findings of its row and column, not those of the whole sheet", () => {
    const finding = (rowId: string | null, columnId: string | null) =>
      ({ place: { campaignId: "c", rowId, columnId, field: "x" } }) as Schemas["Finding"];
    const all = [finding("r1", null), finding(null, "k2"), finding(null, null), finding("r2", null)];
    expect(findingsAt(all, "r1", "k2")).toEqual([all[0], all[1]]);
  });
});

describe("a split being chosen", () => {
  const offer = (variable: "AGE" | "GENDER", codes: string[]) => ({
    variable,
    words: variable.toLowerCase(),
    choices: codes.map((code) => ({ code, words: code })),
    ages: null,
    lacking: "",
  });

  it("asks for what was chosen, in the order it was chosen in", () => {
    const gender = withVariable(NO_CHOICES, offer("GENDER", ["WOMEN", "MEN"]), true);
    const both = withVariable(gender, offer("AGE", []), true);
    expect(bodyOf(both, "EACH")).toEqual({
      by: [
        { variable: "GENDER", codes: ["WOMEN", "MEN"] },
        { variable: "AGE", bands: 6 },
      ],
      share: "EACH",
    });
    const own = { ...both, cut: "own" as const, cuts: "25, 35 50" };
    expect(bodyOf(own, "EQUAL")?.by[1]).toEqual({ variable: "AGE", cuts: [25, 35, 50] });
  });

  it("asks for nothing while nothing, or a variable without values, is chosen", () => {
    expect(bodyOf(NO_CHOICES, "EACH")).toBeUndefined();
    expect(bodyOf({ ...NO_CHOICES, order: ["GENDER"], codes: { GENDER: [] } }, "EACH")).toBeUndefined();
  });
});

describe("hours being painted", () => {
  it("switches a block of days and hours, from whichever corner it is dragged", () => {
    const off = painted(ALL_HOURS, { day: 6, hour: 23 }, { day: 5, hour: 22 }, false);
    expect([...off].filter((s) => s === "0")).toHaveLength(4);
    expect(off[5 * 24 + 22]).toBe("0");
    expect(off[6 * 24 + 21]).toBe("1");
    expect(painted(off, { day: 0, hour: 0 }, { day: 6, hour: 23 }, true)).toBe(ALL_HOURS);
  });

  it("offers weeks of 168 hours", () => {
    expect(PRESETS.map((p) => p.week.length)).toEqual(PRESETS.map(() => 168));
  });
});

describe("what a row and its ads show", () => {
  const campaign = {
    currency: "GBP",
    basis: "DAILY",
    days: 14,
    rows: [{ id: "r", cells: [200, 800, null, null] }],
    columns: [{ id: "a" }, { id: "b" }, { id: "c" }, { id: "d" }],
    excluded: [{ rowId: "r", columnId: "c", why: "buyers" }],
    findings: [],
    adStates: [
      { rowId: "r", columnId: "a", state: "REFUSED", reason: "Too bold" },
      { rowId: "r", columnId: "b", state: "IN_REVIEW", reason: null, reviewDue: "2027-03-09T14:00:00Z" },
    ],
  } as unknown as Campaign;
  const data = { names: undefined, results: undefined, metric: "CTR" as never };

  it("in review: where each ad stands, until when, and why it was refused", () => {
    const shown = lens("review", campaign, data);
    expect(shown(0, 0)).toMatchObject({ main: "refused", small: "Too bold", tone: "bad" });
    expect(shown(0, 1)).toMatchObject({ main: "in review", small: "by Tue 9 Mar 14:00" });
    expect(shown(0, 2)).toMatchObject({ main: "excluded", small: "buyers" });
    expect(shown(0, 3)).toMatchObject({ main: "off" });
  });

  it("in money: a day and over the flight, deeper the more it is", () => {
    const shown = lens("money", campaign, data);
    expect(shown(0, 0)).toMatchObject({ main: "£2.00", small: "£28.00" });
    expect(shown(0, 1).ground).toContain("38%");
    expect(shown(0, 0)).toBe(shown(0, 0));
    const whole = { ...campaign, basis: "LIFETIME" as const, sharedMinor: 600 };
    expect(lens("money", whole, data)(0, 0)).toMatchObject({ main: "≈ £2.00", small: "£0.14 a day" });
  });

  it.each([
    [{ how: "USUAL", codes: [] }, "first of each format"],
    [{ how: "CHOSEN", codes: ["home-feed", "stories"] }, "home feed, stories"],
  ] as const)("placements %o", (showing, words) => {
    expect(showingWords({ ...showing, codes: [...showing.codes] })).toBe(words);
  });
});

describe("keys", () => {
  it.each([
    [{ key: "d", shiftKey: false }, "D"],
    [{ key: "D", shiftKey: true }, "Shift D"],
    [{ key: "?", shiftKey: true }, "?"],
    [{ key: " ", shiftKey: false }, "Space"],
    [{ key: "z", shiftKey: true, ctrlKey: true }, "Ctrl Shift Z"],
    [{ key: "F2", shiftKey: false }, "F2"],
  ])("%o", (event, words) => {
    expect(keysOf(event as never)).toBe(words);
  });
});

it("reckoned prices and expected ranges are told in as many figures as say something", () => {
  expect([
    told(0.0312, "money"),
    told(0.754, "money"),
    told(13.3333, "number"),
    told(1234.4, "number"),
  ]).toEqual(["0.0312", "0.75", "13.33", "1,234"]);
  expect(round({ from: 1043, to: 3287 })).toBe("1,000–3,300");
  expect(round({ from: 34_100, to: 112_000 })).toBe("34–110 k");
  expect(round({ from: 8_400, to: 1_240_000 })).toBe("8,400–1.2 M");
  expect(round({ from: 4.2, to: 4.4 })).toBe("4");
  expect(costs({ from: 26.6, to: 40.8 }, "GBP")).toBe("£0.27 to £0.41");
  expect(costs({ from: 0, to: 0 }, "GBP")).toBe("more than can be said");
});

describe("an answer that tells only what differs", () => {
  type Plan = Schemas["PlanView"];
  const row = (id: string, label: string) => ({ id, label }) as Campaign["rows"][number];
  const campaign = (id: string, rest: Partial<Campaign>) =>
    ({ id, rows: [], columns: [], excluded: [], adStates: [], findings: [], silenced: [], ...rest }) as never;
  const plan = (version: number, ...campaigns: Campaign[]) => ({ version, campaigns }) as Plan;
  const held = plan(
    1,
    campaign("a", {
      rows: [row("r1", "one"), row("r2", "two")],
      findings: [{ rule: "x" } as Schemas["Finding"]],
    }),
  );

  it("is filled up from the plan that was held, in the order of its rows", () => {
    const told = campaign("a", {
      rows: [row("r3", "three"), row("r2", "second")],
      left: { rowIds: ["r3", "r1", "r2"], parts: ["FINDINGS"] },
    });
    const [a] = whole(held, plan(2, told)).campaigns;
    expect(a?.rows.map((r) => r.label)).toEqual(["three", "one", "second"]);
    expect(a?.rows[1]).toBe(held.campaigns[0]?.rows[0]);
    expect(a?.findings).toBe(held.campaigns[0]?.findings);
    expect(a?.left).toBeNull();
  });

  it("keeps the order where it is the same, and takes what was told whole as it is", () => {
    const same = campaign("a", { rows: [row("r1", "first")], left: { rowIds: null, parts: [] } });
    const added = campaign("b", { rows: [row("r9", "nine")] });
    const made = whole(held, plan(2, same, added));
    expect(made.campaigns.map((c) => c.rows.map((r) => r.label))).toEqual([["first", "two"], ["nine"]]);
    expect(made.campaigns[0]?.findings).toEqual([]);
    expect(made.version).toBe(2);
  });
});
