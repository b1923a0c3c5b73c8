import { describe, expect, it } from "vitest";
import { barLength, freeName, keeps } from "../audiences/model";
import { inWords, standOf, type Progress } from "../launch/model";
import {
  barsOf,
  beneath,
  between,
  change,
  daysBefore,
  figure,
  inOrder,
  matrix,
  type MetricView,
} from "../results/model";
import { ago, money, people, plural, typedMoney } from "./format";

describe("numbers as they are read", () => {
  it.each([
    [money(120050, "GBP"), "£1,200.50"],
    [money(76.92, "GBP"), "£0.77"],
    [money(500, "JPY"), "JP¥500"],
    [typedMoney(1250, "GBP"), "12.50"],
    [typedMoney(1200, "EUR"), "12"],
    [people({ people: 38_400_000, fewer: false }), "38.4 M"],
    [people({ people: 412_000, fewer: false }), "412,000"],
    [people({ people: 1000, fewer: true }), "fewer than 1,000"],
    [people(null), "not known"],
    [plural(1, "ad"), "1 ad"],
    [plural(1200, "ad"), "1,200 ads"],
    [ago(3200), "3 s ago"],
    [ago(150_000), "3 min ago"],
  ])("%s", (shown, expected) => expect(shown).toBe(expected));

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
    const cell = { rowId: "r", columnId: "c", value: 100, rests: 10, low: 54, high: null };
    expect(beneath(perClick as MetricView, cell)).toBe("10 clicks");
    expect(between(perClick as MetricView, cell, "GBP")).toBe(
      "Cost per click: with a certainty of 95 % between £0.54 and no upper limit",
    );
  });

  it("compares with as many days before", () => {
    expect(daysBefore("2027-03-09", "2027-03-15")).toEqual({ from: "2027-03-02", to: "2027-03-08" });
    expect([change(112, 100), change(88.4, 100), change(100, 100), change(5, 0)]).toEqual([
      "+12 %",
      "−12 %",
      "same",
      "–",
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

describe("words", () => {
  it("tells what a launch would do", () => {
    const create = (level: "CAMPAIGN" | "AD_GROUP" | "AD", many: number) =>
      Array.from({ length: many }, () => ({ action: "CREATE" as const, level }));
    expect(inWords([...create("CAMPAIGN", 1), ...create("AD_GROUP", 3), ...create("AD", 6)])).toBe(
      "create 1 campaign, 3 ad groups and 6 ads",
    );
    expect(inWords([{ action: "PAUSE", level: "AD" }])).toBe("pause 1 ad");
  });

  it.each([
    [{ state: "WAITING" }, "waiting"],
    [{ state: "RETRYING", tries: 2 }, "trying again, 2 tries so far"],
    [{ state: "DONE" }, "sent"],
    [{ state: "DONE", reviewState: "IN_REVIEW" }, "in review"],
    [{ state: "DONE", reviewState: "REFUSED" }, "refused"],
    [{ state: "DONE", level: "CAMPAIGN" }, "created"],
  ])("says where a change stands: %o", (part, words) => {
    const progress = { action: "CREATE", level: "AD", tries: 1, ...part } as Progress;
    expect(standOf(progress).words).toBe(words);
  });

  it("names what a step keeps, and draws it on a log scale", () => {
    const rung = { kind: "PLACES" as const, number: 0, size: { people: 1000, fewer: false }, kept: 0.011 };
    expect(keeps(rung, true)).toBe("keeps 1.1 %, narrows most");
    expect(keeps({ ...rung, kept: 0.95 }, false)).toBe("keeps 95 %, hardly narrows");
    expect(barLength(1000, 1_000_000)).toBeCloseTo(0.5);
    expect(barLength(0, 1_000_000)).toBe(0);
  });

  it("finds a name nobody has", () => {
    expect(freeName("New audience", ["new audience", "New audience 2"])).toBe("New audience 3");
  });
});

it("draws the best lines first, of one currency, without those that have no number", () => {
  const line = (key: string, value: number | undefined, currency = "GBP") =>
    ({
      keys: [key],
      currency,
      values: value === undefined ? {} : { cpc: value },
      ranks: { cpc: 2 },
    }) as never;
  const cheap = { code: "cpc", better: "LOW", written: "MONEY", words: "cost per click" } as never;
  const lines = [line("dear", 90), line("cheap", 20), line("none", undefined), line("krone", 1, "DKK")];
  expect(barsOf(lines, ["ROW"], cheap, "GBP").map((b) => b.name)).toEqual(["cheap", "dear"]);
  const many = Array.from({ length: 40 }, (_, i) => line(`row ${i}`, i));
  expect(barsOf(many, ["ROW"], cheap, "GBP")).toHaveLength(14);
});
