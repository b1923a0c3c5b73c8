import { describe, expect, it } from "vitest";
import { askedOf, usualQuestion } from "./question";

const FLIGHT = { temperature: "COLD", start: "2027-03-20", lastDay: "2027-04-02" } as const;

describe("a question of a split test", () => {
  it.each([
    ["2027-03-01", "2027-03-20"],
    ["2027-03-19", "2027-03-20"],
    ["2027-03-24", "2027-03-25"],
    ["2027-03-31", "2027-04-01"],
  ])("asked on %s begins on %s: tomorrow, not before its campaign", (today, begins) => {
    expect(usualQuestion(FLIGHT, today).days).toEqual([begins, "2027-04-02"]);
  });

  it("is decided by the click for cold rows and by the sale for those who come back", () => {
    expect(usualQuestion(FLIGHT, "2027-03-24").metric).toBe("click_rate");
    expect(usualQuestion({ ...FLIGHT, temperature: "RETARGETING" }, "2027-03-24").metric).toBe(
      "cost_per_conversion",
    );
  });

  it("is sent in parts of one; a number that was emptied is the usual one", () => {
    const question = usualQuestion(FLIGHT, "2027-03-24");
    expect(
      askedOf({ ...question, leastPercent: 35, powerPercent: 90, looks: 2, base: 0.012 }, ["r1"]),
    ).toEqual({
      rowIds: ["r1"],
      metric: "click_rate",
      base: 0.012,
      least: 0.35,
      power: 0.9,
      level: 0.05,
      looks: 2,
      startsOn: "2027-03-25",
      lastDay: "2027-04-02",
    });
    expect(askedOf({ ...question, leastPercent: null, looks: null }, [])).toMatchObject({
      least: 0.2,
      looks: 1,
    });
  });
});
