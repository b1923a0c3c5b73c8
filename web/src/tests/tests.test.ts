import { describe, expect, it } from "vitest";
import { type TestView } from "../api/tests";
import { cellName, found, inShort, lookAt, rarely, said, span } from "./model";

const cell = (label: string, value: number | null, headline = label) => ({
  rowId: label,
  label,
  values: { headline },
  people: 0,
  trials: 1000,
  successes: 10,
  moneyMinor: 5000,
  value,
  low: null,
  high: null,
  chance: null,
});

interface Parts {
  name?: string;
  learned?: string;
  state?: TestView["state"];
  cells?: TestView["cells"];
  asked?: Partial<TestView["asked"]>;
  course?: Partial<TestView["course"]>;
  verdict?: Partial<TestView["verdict"]>;
}

const clickRate = {
  code: "click_rate",
  words: "click rate",
  written: "SHARE",
  better: "HIGH",
  restsWords: "impressions",
} as TestView["asked"]["metric"];

const test = ({ asked, course, verdict, ...more }: Parts): TestView =>
  ({
    name: "Which headline?",
    hypothesis: "Time beats wear",
    learned: "",
    state: "RUNNING",
    place: { campaign: "Headlines", currency: "GBP" },
    asked: {
      metric: clickRate,
      variables: ["headline"],
      least: 0.2,
      power: 0.8,
      startsOn: "2027-03-24",
      ...asked,
    },
    course: { part: 0.62, daysLeft: 2.3, visible: 0.15, ...course },
    verdict: { outcome: "NOT_YET", winner: null, p: 0.0385, low: null, high: null, why: [], ...verdict },
    cells: [cell("A", 0.0175), cell("B", 0.0102)],
    ...more,
  }) as unknown as TestView;

describe("what a test says", () => {
  it.each([
    [{}, "Not yet.", "62 % of what was planned has come in. About 3 more days"],
    [
      { course: { late: "2027-04-12" } },
      "Not yet.",
      "results still come in for them: the last look is taken at the end of 12 Apr",
    ],
    [
      { verdict: { outcome: "WINNER", winner: 0, low: 0.0053, high: 0.0098 } },
      "Winner.",
      "“A” has a click rate of 1.75 %, “B” of 1.02 %: 72 % higher, between 0.53 and 0.98 points. Luck alone does as much about once in 26 times.",
    ],
    [
      { verdict: { outcome: "NO_DIFFERENCE" } },
      "No real difference.",
      "A difference of 20 % would have been found 8 times in 10.",
    ],
    [
      { verdict: { outcome: "NO_DIFFERENCE" }, course: { visible: 0.45 } },
      "No real difference.",
      "could have shown 45 % or more, not the 20 %",
    ],
    [
      { verdict: { outcome: "BROKEN", why: ["the bid of B went up, by Ines on 18 March"] } },
      "Broken.",
      "The bid of B went up, by Ines on 18 March. What came after that cannot be put down to the headline.",
    ],
    [{ state: "SET_UP" }, "Set up, not launched.", "days count from 24 Mar"],
    [{ cells: [cell("A", null), cell("B", null)] }, "Not yet.", "Of impressions too few"],
  ] as [Parts, string, string][])("%o", (more, head, says) => {
    const told = said(test(more));
    expect(told.head).toBe(head);
    expect(told.says).toContain(says);
  });

  it("names the cheaper one first when less is better", () => {
    const cost = test({
      asked: {
        metric: {
          ...clickRate,
          code: "cost_per_lead",
          words: "cost per lead",
          written: "MONEY",
          better: "LOW",
        },
      },
      cells: [cell("A", 1250), cell("B", 500)],
      verdict: { outcome: "WINNER", winner: 1 },
    });
    expect(said(cost).says).toContain("“B” has a cost per lead of £5.00, “A” of £12.50: 60 % lower");
    expect(inShort({ ...cost, state: "ENDED" })).toBe("winner: B");
  });

  it("calls a cell by its value where that is short", () => {
    expect(cellName(test({}), cell("Row 3", 1, "Mended by bedtime"))).toBe("Mended by bedtime");
    expect(cellName(test({}), cell("Row 3", 1, "x".repeat(90)))).toBe("Row 3");
    expect(rarely(1e-9)).toBe("less than once in 10,000 times");
  });

  it("is found by every word of what it is about", () => {
    const all = [test({}), test({ name: "Ages", asked: { variables: ["age"] }, learned: "Older ones buy" })];
    expect(found(all, "older BUY")).toHaveLength(1);
    expect(found(all, "headline a")).toHaveLength(2);
    expect(found(all, "")).toHaveLength(2);
  });

  it("draws intervals in a range that holds them all", () => {
    const range = span([{ value: 2, low: 1, high: 3 }, { value: null }]);
    expect(range.from).toBeLessThan(1);
    expect(range.to).toBeGreaterThan(3);
    expect(span([])).toEqual({ from: 0, to: 1 });
  });
});

it.each([
  { taken: [], number: 0, passedOver: [] },
  { taken: [1, 2], number: 2, passedOver: [] },
  { taken: [1, 3, 4], number: 4, passedOver: [2] },
  { taken: [4], number: 4, passedOver: [1, 2, 3] },
])("is at the last look that was taken, others passed over: $taken", ({ taken, number, passedOver }) => {
  const looks = taken.map((n) => ({ number: n, day: "2027-03-12", p: 0.1, limit: 0.01 }));
  expect(lookAt(test({ course: { looks } }))).toEqual({ number, passedOver });
});
