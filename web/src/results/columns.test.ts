import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { numbersOf, tableOf } from "./columns";

const total = { keys: [], currency: "GBP", values: { spend: 700 }, temperatures: [], sought: [], coming: {} };

/** Three lines of two currencies; the second has no cost, the third seeks two kinds of result. */
const COLUMNS: Schemas["TableColumns"] = {
  from: "2027-03-01",
  to: "2027-03-02",
  by: ["CREATIVE", "DAY"],
  lines: 3,
  currency: { words: ["EUR", "GBP"], of: [0, 1, 1] },
  keys: [
    { words: ["sock"], of: [0, 0, 0] },
    { words: ["1 Mar", "2 Mar"], of: [1, 0, 1] },
  ],
  numbers: [
    { code: "spend", at: null, values: [100, 200, 400] },
    { code: "cost", at: [0, 2], values: [12.5, 40] },
    { code: "luck", at: [], values: [] },
  ],
  ranked: { code: "cost", signs: "4-~" },
  temperatures: { sets: [["COLD"], ["COLD", "WARM"]] as never, of: [0, 1, 0] },
  sought: [
    { code: "leads", words: "leads", at: [2], counts: [3], spendMinor: [150], coming: null },
    {
      code: "clicks",
      words: "clicks",
      at: null,
      counts: [8, 0, 9],
      spendMinor: [100, 200, 250],
      coming: { code: "clicks", at: [1, 2], about: [0.6, 2.25], from: [0, 1], to: [2, 4] },
    },
  ],
  coming: [{ code: "clicks", at: [1], about: [0.6], from: [0], to: [2] }],
  totals: [total],
  mixed: true,
};

describe("a table that comes as columns", () => {
  const table = tableOf(COLUMNS);
  const [sockAbroad, first, second] = table.lines;

  it("has its lines by their keys, in their order", () => {
    expect(table.lines.map((l) => [l.currency, ...l.keys].join(" "))).toEqual([
      "EUR sock 2 Mar",
      "GBP sock 1 Mar",
      "GBP sock 2 Mar",
    ]);
    expect(table).toMatchObject({
      by: ["CREATIVE", "DAY"],
      from: "2027-03-01",
      to: "2027-03-02",
      mixed: true,
    });
    expect(table.totals).toEqual([{ ...total, ranks: {}, few: [] }]);
  });

  it("has the numbers that lines have, and no others", () => {
    expect(table.lines.map((l) => l.values)).toEqual([
      { spend: 100, cost: 12.5 },
      { spend: 200 },
      { spend: 400, cost: 40 },
    ]);
  });

  it("tells ranks and what is too little apart, of the number that was ranked", () => {
    expect(table.lines.map((l) => [l.ranks, l.few])).toEqual([
      [{ cost: 4 }, []],
      [{}, []],
      [{}, ["cost"]],
    ]);
    expect(tableOf({ ...COLUMNS, ranked: null }).lines.every((l) => l.few.length === 0)).toBe(true);
  });

  it("has what is sought, that for which most was spent first, and what is still to come of it", () => {
    expect(second?.sought.map((s) => [s.code, s.count, s.spendMinor, s.coming])).toEqual([
      ["clicks", 9, 250, { about: 2.25, from: 1, to: 4 }],
      ["leads", 3, 150, null],
    ]);
    expect(sockAbroad?.sought.map((s) => s.coming)).toEqual([null]);
    expect(first?.coming).toEqual({ clicks: { about: 0.6, from: 0, to: 2 } });
    expect(second?.coming).toEqual({});
    expect(table.lines.map((l) => l.temperatures.length)).toEqual([1, 2, 1]);
  });

  it("without lines is empty", () => {
    const nothing = { words: [], of: [] };
    const empty = { ...COLUMNS, lines: 0, currency: nothing, keys: [], numbers: [], sought: [], coming: [] };
    expect(tableOf({ ...empty, ranked: null }).lines).toEqual([]);
  });
});

it("numbers are asked for with what they rest on, each once", () => {
  expect(
    numbersOf([
      { code: "cost_per_click", rests: "clicks" },
      { code: "clicks", rests: "" },
    ]),
  ).toEqual(["clicks", "cost_per_click", "impressions", "spend"]);
});
