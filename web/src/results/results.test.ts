import { describe, expect, it } from "vitest";
import {
  PEOPLE,
  barsOf,
  beneath,
  besideOf,
  between,
  change,
  figure,
  inOrder,
  matrix,
  ofPeople,
  overDays,
  soughtWords,
  takenAlong,
  theDays,
  withBeside,
  type MetricView,
  type ResultLine,
} from "./model";

describe("results as they are read", () => {
  const perClick = {
    code: "x",
    words: "cost per click",
    written: "MONEY",
    rests: "clicks",
    restsWords: "clicks",
  };

  it("has a dash where a number has no meaning yet", () => {
    expect(figure(perClick as MetricView, null, "GBP")).toBe("–");
    expect(figure(perClick as MetricView, 76.92, "GBP")).toBe("£0.77");
    expect(figure({ ...perClick, written: "SHARE" } as MetricView, 0.0004, "GBP")).toBe("0.04 %");
  });

  it("tells beneath what it rests on, and on hover between what it lies", () => {
    const cell = { rowId: "r", columnId: "c", value: 100, few: false, rests: 10, low: 54, high: null };
    expect(beneath(perClick as MetricView, cell)).toBe("10 clicks");
    expect(between(perClick as MetricView, cell, "GBP")).toBe(
      "Cost per click: with a certainty of 95 % between £0.54 and no upper limit",
    );
  });

  it.each([
    ["as many days before", "before", { from: "2027-03-02", to: "2027-03-08" }],
    ["other days", theDays("2027-02-01", "2027-02-28"), { from: "2027-02-01", to: "2027-02-28" }],
    ["another campaign", "k7", { campaignIds: ["k7"] }],
    ["nothing", undefined, undefined],
  ])("asks for %s to stand beside", (_, beside, asked) => {
    expect(besideOf(beside, "2027-03-09", "2027-03-15")).toEqual(asked);
    expect(besideOf("before", "2027-03-09", undefined)).toBeUndefined();
  });

  it.each([
    ["by=AUDIENCE&from=2027-03-09&of=all&number=clicks&temperature=COLD", "by=AUDIENCE&from=2027-03-09"],
    ["by=ROW&beside=before", "by=ROW&beside=before"],
    ["beside=2027-02-01..2027-02-28", "beside=2027-02-01..2027-02-28"],
    ["drawn=bars&beside=k7", "drawn=bars"],
  ])("takes along to another campaign what still means something there: %s", (look, taken) => {
    expect(takenAlong(new URLSearchParams(look)).toString()).toBe(taken);
  });

  it.each([
    [112, 100, "+12 %"],
    [88.4, 100, "−12 %"],
    [100, 100, "same"],
    [5, 0, "–"],
    [undefined, 5, "–"],
    [-50, -100, "+50 %"],
  ])("tells what became of a number: %s after %s", (now, before, words) => {
    expect(change(now, before)).toBe(words);
  });

  it("keeps lines that stand only beside, without numbers of their own", () => {
    const line = (key: string, clicks: number, currency = "GBP") =>
      ({ keys: [key], currency, values: { clicks }, ranks: { clicks: 4 } }) as unknown as ResultLine;
    const both = withBeside([line("sock", 3)], [line("sock", 9), line("darn", 5), line("sock", 1, "DKK")]);
    expect(both.map((l) => [l.currency, l.keys[0], l.values["clicks"]])).toEqual([
      ["GBP", "sock", 3],
      ["GBP", "darn", undefined],
      ["DKK", "sock", undefined],
    ]);
  });

  it.each([
    [1, 1000, 400, "2.50"],
    [1, 1000, 0, "–"],
    [1, 1000, null, "–"],
    [0, 1000, 400, "400"],
    [0, 1000, null, "–"],
  ])("tells people and how often each saw it: %s", (column, impressions, people, shown) => {
    const line = { keys: [], currency: "GBP", values: { impressions } } as unknown as ResultLine;
    expect(ofPeople(PEOPLE[column as 0 | 1], line, people)).toBe(shown);
  });

  it("follows one number over the days, in one currency", () => {
    const lines = [
      { keys: ["2027-03-09"], currency: "GBP", values: { clicks: 4 } },
      { keys: ["2027-03-09"], currency: "DKK", values: { clicks: 9 } },
      { keys: ["2027-03-10"], currency: "GBP", values: {} },
    ] as unknown as ResultLine[];
    expect(overDays(lines, "GBP", "clicks")).toEqual([
      { day: "2027-03-09", value: 4 },
      { day: "2027-03-10", value: undefined },
    ]);
  });

  it("puts lines in order, those without the number last, and in a field by two keys", () => {
    const line = (keys: string[], x?: number) =>
      ({ keys, values: x === undefined ? {} : { x } }) as Parameters<typeof matrix>[0][number];
    const lines = [line(["a", "p"], 2), line(["a", "q"]), line(["b", "p"], 7)];
    expect(inOrder(lines, { code: "x", down: true }).map((l) => l.values["x"])).toEqual([7, 2, undefined]);
    expect(inOrder(lines, { code: "x", down: false }).map((l) => l.values["x"])).toEqual([2, 7, undefined]);
    const field = matrix(lines);
    expect([field.down, field.across]).toEqual([
      ["a", "b"],
      ["p", "q"],
    ]);
    expect(field.line("b", "p")?.values["x"]).toBe(7);
    expect(field.line("b", "q")).toBeUndefined();
  });
});

it("names each result that is sought, with what one costs; kinds are never added", () => {
  const sought = [
    { code: "chats", words: "chats begun", count: 208, spendMinor: 12619 },
    { code: "views", words: "views of 3 seconds", count: 111_410, spendMinor: 27711 },
    { code: "purchases", words: "sales after a click", count: 1, spendMinor: 900 },
    { code: "form_sends", words: "forms sent", count: 0, spendMinor: 500 },
  ];
  expect(soughtWords({ sought, currency: "GBP" })).toEqual([
    "208 chats begun, £0.61 each",
    "111,410 views of 3 seconds, under £0.01 each",
    "1 sale after a click, £9.00 each",
    "0 forms sent",
  ]);
});

it("draws the best lines first, of one currency, without those that have no number", () => {
  const line = (key: string, value: number | undefined, currency = "GBP") =>
    ({
      keys: [key],
      currency,
      values: value === undefined ? {} : { cpc: value },
      ranks: { cpc: 2 },
      few: key === "dear" ? ["cpc"] : [],
    }) as never;
  const cheap = { code: "cpc", better: "LOW", written: "MONEY", words: "cost per click" } as never;
  const lines = [line("dear", 90), line("cheap", 20), line("none", undefined), line("krone", 1, "DKK")];
  expect(barsOf(lines, ["ROW"], cheap, "GBP").map((b) => [b.name, b.few])).toEqual([
    ["cheap", false],
    ["dear", true],
  ]);
  const many = Array.from({ length: 40 }, (_, i) => line(`row ${i}`, i));
  expect(barsOf(many, ["ROW"], cheap, "GBP")).toHaveLength(14);
});
