import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { choices, daysOf, forbiddenWords, later, needWords, newBrief, rangeBar, resultWords } from "./model";

const account: Schemas["AccountView"] = {
  id: "a1",
  network: "JC",
  networkName: "Jumpcut",
  byHand: false,
  name: "Jumpcut GBP",
  currency: "GBP",
  zone: "Europe/London",
  siteTag: true,
  site: "shop.example",
  profiles: [],
  spendingLimitMinor: null,
};

describe("a brief", () => {
  const brief = newBrief(account, "2027-03-09", "New brief");

  it("starts tomorrow for a fortnight, both days counted, over changes of month and clock", () => {
    expect([brief.startsOn, brief.lastDay, daysOf(brief)]).toEqual(["2027-03-10", "2027-03-23", 14]);
    expect(later("2027-03-27", 2)).toBe("2027-03-29");
    expect(later("2028-02-28", 1)).toBe("2028-02-29");
    expect(daysOf({ startsOn: "2027-03-10", lastDay: "2027-03-01" })).toBe(0);
  });

  it("says what a row needs: the network's lowest, or results to judge by", () => {
    // Some networks set the lowest daily money at 20 (common practice): 14 days of it are 280.
    expect(needWords(brief, 2000, 14, 50)).toBe("the lowest daily money, £20.00, for 14 days");
    expect(needWords({ ...brief, resultsPerRow: 200 }, 500, 14, 900)).toBe("200 clicks at £9.00");
  });

  it("names results by their number", () => {
    expect(resultWords("SALE", 1)).toBe("sale");
    expect(resultWords("LEAD", 3)).toBe("leads on the site");
  });
});

describe("what stands beside it", () => {
  it("draws ranges on one logarithmic scale", () => {
    const all = [
      { from: 10, to: 1000 },
      { from: 100, to: 100 },
    ];
    expect(rangeBar({ from: 10, to: 1000 }, all)).toEqual({ left: 0, width: 100 });
    expect(rangeBar({ from: 100, to: 100 }, all)).toEqual({ left: 50, width: 2 });
  });

  it("lists a code that several networks have once", () => {
    const traffic = { code: "traffic", words: "Traffic" };
    expect(choices([[traffic], [traffic, { code: "reach", words: "Reach" }]]).map((c) => c.value)).toEqual([
      "traffic",
      "reach",
    ]);
  });

  it("says what a regulated subject forbids", () => {
    const rule: Schemas["SubjectRule"] = {
      code: "jobs",
      words: "jobs",
      ages: false,
      gender: false,
      leastRadiusKm: 25,
      terms: ["INCOME", "JOB_TITLE"],
    };
    expect(forbiddenWords(rule)).toBe(
      "forbids narrowing ages; choosing a gender; circles under 25 km; conditions on income, job title.",
    );
    expect(forbiddenWords(undefined)).toBe("says nothing of it.");
  });
});
