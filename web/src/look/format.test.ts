import { describe, expect, it } from "vitest";
import { ago, money, people, plural, typedMoney } from "./format";
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
