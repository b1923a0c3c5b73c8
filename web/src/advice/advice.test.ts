import { describe, expect, it } from "vitest";
import { type Advice, type Playbook } from "../api/playbook";
import { came, costs, doing, rulesOf } from "./model";
import type { Decision } from "./queries";

const advice = (more: Partial<Advice>): Advice =>
  ({
    currency: "GBP",
    dailyMinor: 1000,
    amount: 15,
    perDayMinor: 150,
    moneyMinor: 1150,
    move: "RAISE",
    toRow: null,
    until: null,
    ...more,
  }) as unknown as Advice;

describe("advice in words", () => {
  it.each([
    [{}, "Raise its money by 15 %, £10.00 to £11.50 a day", "+£1.50 a day"],
    [
      { move: "TO_SCALING", amount: 100, perDayMinor: 2000 },
      "Copy it to scaling at £20.00 a day; the test stays as it is",
      "+£20.00 a day",
    ],
    [{ move: "STOP", perDayMinor: -1000 }, "Stop it", "saves £10.00 a day"],
    [
      { move: "SIDEWAYS", amount: 5, perDayMinor: 5000 },
      "Copy it sideways 5 times, £10.00 a day each",
      "+£50.00 a day",
    ],
    [{ move: "RAISE_BID", moneyMinor: 75, perDayMinor: 0 }, "Raise its bid to £0.75", "costs nothing"],
    [
      { move: "SHIFT", toRow: "Knitters", perDayMinor: 0 },
      "Shift money from it to “Knitters”, which then has £11.50 a day",
      "costs nothing",
    ],
    [
      { move: "LEAVE_ALONE", until: "2027-03-14", perDayMinor: 0 },
      "Leave it alone until 14 Mar",
      "costs nothing",
    ],
  ])("%o", (more, does, cost) => {
    const told = advice(more as Partial<Advice>);
    expect(doing(told)).toBe(does);
    expect(costs(told)).toBe(cost);
  });

  it("says of what could be done instead what it is by itself", () => {
    expect(doing(advice({}), "DOUBLE")).toBe("Copy it once at double, £20.00 a day");
    expect(doing(advice({ move: "TO_SCALING", amount: 100 }), "RAISE")).toContain("by 15 %");
  });
});

describe("what came of a decision", () => {
  const decision = (more: Partial<Decision>): Decision =>
    ({
      decided: "TAKEN",
      days: 5,
      before: 400,
      since: 300,
      currency: "GBP",
      metric: { code: "cost_per_sale", words: "cost per sale", written: "MONEY", better: "LOW" },
      ...more,
    }) as unknown as Decision;

  it.each([
    [{}, "£4.00 → £3.00 in 5 days, −25 %"],
    [{ days: 2 }, "2 days, too early"],
    [{ days: 0 }, "too early"],
    [{ since: null }, "nothing more in 5 days"],
    [{ decided: "REFUSED" }, "–"],
  ])("%o", (more, says) => {
    expect(came(decision(more as Partial<Decision>))).toBe(says);
  });
});

it("writes each rule of a playbook with its own limits", () => {
  const rules = rulesOf({
    moves: [],
    leaveDays: 5,
    raisePercent: 12,
    copies: 3,
    stopSpend: 2,
    emptySpend: 4,
    tiredShare: 0.6,
    tiredFrequency: 3,
    certainty: 0.95,
    judged: [],
  } as unknown as Playbook).map((r) => r.says);
  expect(rules).toContain("New and changed rows are left alone for 5 days.");
  expect(rules).toContain("Better, 95 % sure: 12 % more money.");
  expect(rules).toContain("Worse, 95 % sure, after 2 times what a result may cost: stop.");
});
