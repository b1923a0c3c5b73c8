import { expect, it } from "vitest";
import { doubtWords, whenTold } from "./doubts";

type Doubt = Parameters<typeof doubtWords>[0];

it.each<[Doubt["kind"], string, string, number | null, string]>([
  ["UNREADABLE", "impressions", "many", null, "“many” stands for its impressions"],
  ["UNREADABLE", "adId", "", null, "It says no ad"],
  ["UNREADABLE", "spendMinor", "1.5", null, "“1.5” stands for its spend"],
  ["UNREADABLE", "siteLeads", "x", null, "“x” stands for its site leads"],
  ["TOO_LITTLE", "clicks", "-9", 0, "-9 clicks; there are none below 0"],
  ["TOO_LITTLE", "spend", "-150", 0, "-£1.50 spend; there are none below £0.00"],
  ["TOO_MUCH", "impressions", "2000001", 2000000, "2,000,001 impressions; at most 2,000,000 are believed"],
  [
    "TOO_MUCH",
    "view_purchases",
    "60000000",
    50000000,
    "60,000,000 view purchases; at most 50,000,000 are believed",
  ],
  [
    "TOO_EARLY",
    "hour",
    "1970-01-01T00:00:00Z",
    1127,
    "Further back than the 1,127 days that networks tell of",
  ],
  ["TO_COME", "hour", "9999-12-31T00:00:00Z", null, "That hour is still to come"],
])("says why a line is not believed: %s of %s", (kind, field, told, bound, words) => {
  expect(doubtWords({ kind, field, told, bound, currency: "GBP" })).toBe(words);
});

it.each([
  ["2027-03-28T11:00:00Z", "", /^28 Mar 2027, 11:00 UTC$/],
  ["2027-03-28", "age,gender", /^28 Mar 2027, by age and gender$/],
  ["some day", "", /^“some day”$/],
  ["", "age", /^not told$/],
])("says when, as far as it was told: %s", (at, report, words) => {
  expect(whenTold({ at, report })).toMatch(words);
});
