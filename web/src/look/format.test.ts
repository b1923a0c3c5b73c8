import { describe, expect, it } from "vitest";
import { barLength, freeName, keeps } from "../audiences/model";
import { inWords, lasting, standOf, type Progress } from "../launch/model";
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
    ["PT15M", "15 minutes"],
    ["PT1H30M", "1 hour 30 minutes"],
    ["PT12H", "12 hours"],
    ["PT24H", "1 day"],
    ["PT48H", "2 days"],
  ])("says how long %s is", (iso, words) => expect(lasting(iso)).toBe(words));

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
