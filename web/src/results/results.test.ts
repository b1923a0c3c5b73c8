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
  onceAllIsIn,
  soughtWords,
  takenAlong,
  theDays,
  wholeWords,
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
    const cell = { rowId: "r", columnId: "c", rank: 2, value: 100, few: false, rests: 10, low: 54 };
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
      { keys: ["2027-03-09"], currency: "GBP", values: { clicks: 4 }, coming: {} },
      { keys: ["2027-03-09"], currency: "DKK", values: { clicks: 9 }, coming: {} },
      { keys: ["2027-03-10"], currency: "GBP", values: {}, coming: {} },
    ] as unknown as ResultLine[];
    const clicks = { code: "clicks", rests: "", written: "COUNT" } as MetricView;
    expect(overDays(lines, "GBP", clicks)).toEqual([
      { day: "2027-03-09", value: 4, whole: undefined },
      { day: "2027-03-10", value: undefined, whole: undefined },
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
    { code: "chats", words: "chats begun", count: 208, spendMinor: 12619, coming: null },
    { code: "views", words: "views of 3 seconds", count: 111_410, spendMinor: 27711, coming: null },
    { code: "purchases", words: "sales after a click", count: 1, spendMinor: 900, coming: null },
    { code: "form_sends", words: "forms sent", count: 0, spendMinor: 500, coming: null },
  ];
  expect(soughtWords({ sought, currency: "GBP" })).toEqual([
    "208 chats begun, £0.61 each",
    "111,410 views of 3 seconds, under £0.01 each",
    "1 sale after a click, £9.00 each",
    "0 forms sent",
  ]);
});

describe("what is still to come", () => {
  const coming = { about: 6.3, from: 3, to: 10 };
  const line = {
    currency: "GBP",
    values: { sales: 14, clicks: 90, spend: 10150, cost_per_sale: 725 },
    coming: { sales: coming },
  } as unknown as ResultLine;
  const metric = (code: string, rests: string, written: MetricView["written"]) =>
    ({ code, rests, written }) as MetricView;

  it.each([
    ["a count", metric("sales", "", "COUNT"), "about 6 still to come, 3 to 10", [17, 20.3, 24]],
    [
      "what one costs",
      metric("cost_per_sale", "sales", "MONEY"),
      "about £5.00 once all has come in, £4.23 to £5.97",
      [10150 / 24, 500, 10150 / 17],
    ],
    ["what is all in", metric("clicks", "", "COUNT"), undefined, undefined],
    ["a share", metric("result_rate", "clicks", "SHARE"), undefined, undefined],
  ] as const)("is told of %s", (_, of, words, wanted) => {
    expect(wholeWords(of, line)).toBe(words);
    const whole = onceAllIsIn(of, line);
    const told = whole && [whole.low, whole.about, whole.high];
    expect(told?.map((v) => v.toFixed(6))).toEqual(wanted?.map((v) => v.toFixed(6)));
  });

  it("stands beside what was sought", () => {
    const sought = [{ code: "sales", words: "sales", count: 14, spendMinor: 10150, coming }];
    expect(soughtWords({ sought, currency: "GBP" })).toEqual([
      "14 sales, £7.25 each, about 6 still to come, 3 to 10",
    ]);
  });
});

it("draws the best lines first, of one currency, without those that have no number", () => {
  const line = (key: string, value: number | undefined, currency = "GBP") =>
    ({
      keys: [key],
      currency,
      values: value === undefined ? {} : { cpc: value },
      ranks: { cpc: 2 },
      few: key === "dear" ? ["cpc"] : [],
      coming: {},
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
