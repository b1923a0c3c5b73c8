import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import {
  barLength,
  keeps,
  type Circle,
  countriesOf,
  type Definition,
  differencesWords,
  differenceWords,
  everyoneIn,
  inKm,
  inUnit,
  placeTyped,
  radiusRange,
  keyOf,
  NO_PLACES,
  percent,
  sharedPart,
  type Term,
  termOf,
  withCondition,
  withoutPlace,
  withPlace,
} from "./model";
import { bandsOf, cutsOf, lookalikeDrafts, listParts, ruleWords, windowWords } from "./sources/model";
import type { Source } from "./sources/queries";

const norwich: Circle = {
  cityId: 7,
  name: "Norwich",
  country: "GB",
  latitude: 52.6,
  longitude: 1.3,
  radiusKm: 25,
};
const pin: Circle = { ...norwich, cityId: 0, name: "pin", latitude: 53.7, longitude: -2 };

function source(part: Partial<Source>): Source {
  return {
    id: "s1",
    name: "Buyers",
    kind: "LIST",
    rule: null,
    state: "READY",
    rows: 0,
    duplicates: 0,
    unusable: {},
    on: [],
    usedBy: [],
    ...part,
  };
}

describe("places", () => {
  it("puts a narrower place in the place of the whole, and the other way round", () => {
    const narrowed = withPlace(withPlace({ ...NO_PLACES, countries: ["DK", "GB"] }, norwich), "DK.17");
    expect(narrowed).toEqual({ countries: [], regions: ["DK.17"], circles: [norwich] });
    expect(countriesOf(narrowed)).toEqual(["DK", "GB"]);
    expect(withPlace(narrowed, "GB")).toEqual({ countries: ["GB"], regions: ["DK.17"], circles: [] });
  });

  it("changes a circle that is there already, and tells pins apart by where they are", () => {
    const wider = { ...norwich, radiusKm: 40 };
    const places = withPlace(withPlace(withPlace(NO_PLACES, norwich), pin), wider);
    expect(places.circles).toEqual([pin, wider]);
  });

  it("falls back to the whole country when its last narrower place goes, but only where people must be", () => {
    const only = withPlace(NO_PLACES, norwich);
    expect(withoutPlace(only, norwich, true).countries).toEqual(["GB"]);
    expect(withoutPlace(only, norwich, false)).toEqual(NO_PLACES);
    expect(withoutPlace({ ...NO_PLACES, countries: ["GB"] }, "GB", true)).toEqual(NO_PLACES);
  });

  it.each([
    { typed: "Norwich", usual: "km", name: "Norwich", km: undefined },
    { typed: " Norwich 12", usual: "km", name: "Norwich", km: 12 },
    { typed: "Norwich 12 km", usual: "mi", name: "Norwich", km: 12 },
    { typed: "York 10", usual: "mi", name: "York", km: 16.09344 },
    { typed: "York 7,5mi", usual: "km", name: "York", km: 12.07008 },
    { typed: "12", usual: "km", name: "12", km: undefined },
    { typed: "Norwich 1200", usual: "km", name: "Norwich 1200", km: undefined },
    { typed: "Kings Lynn 4 km", usual: "km", name: "Kings Lynn", km: 4 },
  ] as const)("“$typed” is $name, $km km around it", ({ typed, usual, name, km }) => {
    const told = placeTyped(typed, usual);
    expect(told.name).toBe(name);
    if (km === undefined) expect(told.km).toBeUndefined();
    else expect(told.km).toBeCloseTo(km, 9);
  });

  it("keeps miles exactly on the way to kilometres and back", () => {
    // One mile is exactly 1.609344 km (international yard and pound agreement, 1959).
    expect(inKm(1, "mi")).toBe(1.609344);
    expect(radiusRange({ leastKm: 2, mostKm: 100 }, "mi")).toEqual({ min: 1.3, max: 62.1 });
    expect(radiusRange({ leastKm: 2, mostKm: 100 }, "km")).toEqual({ min: 2, max: 100 });
    for (let miles = 1; miles <= 62; miles++) expect(inUnit(inKm(miles, "mi"), "mi")).toBe(miles);
    expect(inUnit(25, "km")).toBe(25);
  });
});

describe("conditions", () => {
  const knitting: Term = { kind: "INTEREST", code: "knitting" };
  const baking: Term = { kind: "INTEREST", code: "baking" };

  it("adds, changes and removes in the order they were made", () => {
    let d: Definition = everyoneIn("GB");
    d = withCondition(d, 0, [knitting]);
    d = withCondition(d, 1, [{ kind: "DEVICE", code: "phone" }]);
    d = withCondition(d, 0, [knitting, baking]);
    expect(d.conditions.map((c) => c.terms.length)).toEqual([2, 1]);
    d = withCondition(d, 0, []);
    expect(d.conditions).toEqual([{ terms: [{ kind: "DEVICE", code: "phone" }] }]);
  });

  it("reads back every key it writes, also codes with colons", () => {
    for (const term of [knitting, { kind: "LOOKALIKE", code: "s1:GB:0-1" } as Term]) {
      expect(termOf(keyOf(term))).toEqual(term);
    }
  });
});

describe("numbers", () => {
  it.each([
    [0, "0"],
    [0.00004, "under 0.01"],
    [0.0004, "0.04"],
    [0.012, "1.2"],
    [0.46, "46"],
  ])("tells the share %d as %s percent", (share, told) => expect(percent(share)).toBe(told));

  it("takes what two audiences share as a part of the smaller, never over all of it", () => {
    const size = (people: number, fewer = false): Schemas["AudienceSize"] => ({ people, fewer });
    expect(sharedPart(size(500), size(1000), size(4000))).toBe(0.5);
    expect(sharedPart(size(1010), size(1000), size(4000))).toBe(1);
    expect(sharedPart(size(1000, true), size(5000), size(5000))).toBe(0);
  });

  it("says what a network cannot do exactly", () => {
    const ages = {
      kind: "AGES_CHANGED",
      asked: "25 to 54",
      got: "20 to 49",
      surplus: 5,
      shortage: 5,
    } as const;
    expect(differenceWords(ages)).toBe("has 20 to 49 nearest to ages 25 to 54: 5 years too many, 5 too few");
    expect(differenceWords({ ...ages, surplus: 1, shortage: 0 })).toMatch(/: 1 year too many$/);
    const missing = (asked: string) => ({ ...ages, kind: "TERMS_MISSING", asked }) as const;
    expect(
      differencesWords([missing("Knitting"), { ...ages, surplus: 0, shortage: 2 }, missing("Phone")]),
    ).toBe("has 20 to 49 nearest to ages 25 to 54: 2 too few; cannot ask for Knitting, Phone");
  });
});

describe("sources", () => {
  it.each([
    ["1, 3, 7, 14", ["day 1", "days 2–3", "days 4–7", "days 8–14"]],
    ["2 5", ["days 1–2", "days 3–5"]],
    ["0, 1, 3", ["today", "day 1", "days 2–3"]],
    ["1;2;3", ["day 1", "day 2", "day 3"]],
  ])("makes windows of the cuts %s", (typed, words) =>
    expect(windowWords(cutsOf(typed) ?? [])).toEqual(words),
  );

  it.each(["", "3, 1", "1.5", "1, 200", "a", "2, 2"])("takes “%s” for no cuts", (typed) =>
    expect(cutsOf(typed)).toBeUndefined(),
  );

  it("makes bands that touch and do not overlap, each without the seed", () => {
    expect(bandsOf([1, 2, 5])).toEqual([
      { from: 0, to: 1 },
      { from: 1, to: 2 },
      { from: 2, to: 5 },
    ]);
    const [, second] = lookalikeDrafts(source({}), "GB", [1, 2]);
    expect(second?.definition.conditions).toEqual([{ terms: [{ kind: "LOOKALIKE", code: "s1:GB:1-2" }] }]);
    expect(second?.definition.leftOut).toEqual([{ kind: "SOURCE", code: "s1" }]);
  });

  it("accounts for every row of a list once", () => {
    const list = source({ rows: 1000, duplicates: 80, unusable: { "no e-mail address": 20 } });
    const parts = listParts(list);
    expect(parts.map((p) => p.rows)).toEqual([900, 80, 20]);
    expect(parts.reduce((sum, p) => sum + p.rows, 0)).toBe(list.rows);
  });

  it("says who belongs", () => {
    const window = { from: 4, to: 7 };
    expect(
      ruleWords(source({ kind: "SITE", rule: { event: "purchase", subject: null, percent: null, window } })),
    ).toBe("People who last bought 4 to 7 days ago, and not since");
    expect(ruleWords(source({ rows: 6204 }))).toBe("6,204 rows of a customer list");
  });
});

describe("a step", () => {
  it("names what a step keeps, and draws it on a log scale", () => {
    const rung = { kind: "PLACES" as const, number: 0, size: { people: 1000, fewer: false }, kept: 0.011 };
    expect(keeps(rung, true)).toBe("keeps 1.1 %, narrows most");
    expect(keeps({ ...rung, kept: 0.95 }, false)).toBe("keeps 95 %, hardly narrows");
    expect(barLength(1000, 1_000_000)).toBeCloseTo(0.5);
    expect(barLength(0, 1_000_000)).toBe(0);
  });
});
