import { afterEach, describe, expect, it } from "vitest";
import {
  ago,
  count,
  day,
  distance,
  inOwnUnit,
  measureIn,
  money,
  people,
  plural,
  rate,
  sized,
  typedMoney,
  writeIn,
} from "./format";
import { freeName } from "./lists";

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
    [sized({ people: 412_000, fewer: false }), "412,000 people"],
    [sized(null), "size not known"],
    [plural(1, "ad"), "1 ad"],
    [plural(1200, "ad"), "1,200 ads"],
    [ago(3200), "3 s ago"],
    [ago(150_000), "3 min ago"],
  ])("%s", (shown, expected) => expect(shown).toBe(expected));
});

describe("words", () => {
  it("finds a name nobody has", () => {
    expect(freeName("New audience", ["new audience", "New audience 2"])).toBe("New audience 3");
  });
});

// A mile is 1.609344 km.
describe("distances", () => {
  afterEach(() => {
    measureIn(false);
    writeIn("en-GB");
  });
  it.each([
    { km: 25, miles: false, language: "en-GB", read: "25 km" },
    { km: 1.609344, miles: false, language: "en-GB", read: "1.6 km" },
    { km: 1.609344, miles: true, language: "en-GB", read: "1 mi" },
    { km: 25, miles: true, language: "en-GB", read: "15.5 mi" },
    { km: 25, miles: true, language: "da-DK", read: "15,5 mi" },
  ])("$km km is $read", ({ km, miles, language, read }) => {
    writeIn(language);
    measureIn(miles);
    expect(distance(km)).toBe(read);
  });

  it.each([
    {
      said: "25 km around York is outside 30 to 80 km.",
      read: "15.5 mi around York is outside 18.6 mi to 49.7 mi.",
    },
    { said: "12.5 km of Norwich", read: "7.8 mi of Norwich" },
    { said: "ages 25 to 54; 3 km2, kmart 5", read: "ages 25 to 54; 3 km2, kmart 5" },
  ])("in “$said” are read in one's own unit", ({ said, read }) => {
    expect(inOwnUnit(said)).toBe(said);
    measureIn(true);
    expect(inOwnUnit(said)).toBe(read);
  });
});

// By Unicode CLDR's patterns of days and numbers for each language and land.
describe("the agency's language", () => {
  afterEach(() => writeIn("en-GB"));
  it.each([
    { language: "en-GB", sum: "€1,234.50", many: "12,345", on: "9 Mar", share: "12.50 %" },
    { language: "da-DK", sum: "1.234,50 €", many: "12.345", on: "9. mar.", share: "12,50 %" },
    { language: "nl-NL", sum: "€ 1.234,50", many: "12.345", on: "9 mrt", share: "12,50 %" },
    { language: "fr-FR", sum: "1 234,50 €", many: "12 345", on: "9 mars", share: "12,50 %" },
    { language: "en-US", sum: "€1,234.50", many: "12,345", on: "Mar 9", share: "12.50 %" },
  ])("$language", ({ language, sum, many, on, share }) => {
    writeIn(language);
    const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, " ");
    expect([money(123450, "EUR"), count(12345), day("2027-03-09"), rate(0.125)].map(plain)).toEqual([
      sum,
      many,
      on,
      share,
    ]);
  });
});
