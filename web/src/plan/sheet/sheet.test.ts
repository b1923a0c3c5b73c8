import { rankColour, tooFew } from "../../look/theme";
// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import { type Schemas } from "../../api/client";
import { findingsAt, showingWords, switchBlock, type Campaign } from "../model";
import { keysOf } from "./keys";
import { lens } from "./lenses";
import { block, covers, moved, single, wholeRow } from "./selection";
import { asText, filtered } from "./sheetText";

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

  it("in results: coloured by rank, and hatched where there is too little to say", () => {
    const metric = { code: "cost_per_click", better: "LOW", written: "MONEY", words: "cost per click" };
    const cell = (columnId: string, rank: number | null) => ({
      ...{ rowId: "r", columnId, value: 40, rank, few: rank === null, rests: 2, low: 20, high: 90 },
    });
    const results = { metric, cells: [cell("a", 4), cell("b", null)] } as never;
    const shown = lens("results", campaign, { ...data, results });
    expect(shown(0, 0)).toMatchObject({ main: "£0.40", ground: rankColour(4)?.ground });
    expect(shown(0, 1)).toMatchObject({ main: "£0.40", small: "too few to say", ground: tooFew.ground });
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
