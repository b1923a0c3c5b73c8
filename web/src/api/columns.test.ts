import { expect, it } from "vitest";
import type { Schemas } from "./client";
import { cellsOf } from "./columns";

it("puts a sheet together ad by ad, from what all have and what some have", () => {
  const metric = { code: "cost_per_click" } as Schemas["MetricView"];
  const told = cellsOf({
    currency: "GBP",
    metric,
    rows: { words: ["r1", "r2"], of: [0, 0, 1] },
    columns: { words: ["k1", "k2"], of: [0, 1, 0] },
    signs: "4~-",
    numbers: [
      { code: "value", at: [0, 1], values: [40.5, 60] },
      { code: "rests", at: null, values: [12, 1, 0] },
      { code: "high", at: [0], values: [90] },
      { code: "reach", at: [], values: [] },
    ],
  });
  expect(told).toEqual({
    currency: "GBP",
    metric,
    cells: [
      { rowId: "r1", columnId: "k1", rank: 4, few: false, value: 40.5, rests: 12, high: 90 },
      { rowId: "r1", columnId: "k2", rank: undefined, few: true, value: 60, rests: 1 },
      { rowId: "r2", columnId: "k1", rank: undefined, few: false, rests: 0 },
    ],
  });
});
