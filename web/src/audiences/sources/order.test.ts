import { describe, expect, it } from "vitest";
import { ordersOf, partsOf, usualName, type Asked, type SourceDialog } from "./order";

const ASKED: Asked = {
  accountId: "a1",
  event: "view",
  chosen: undefined,
  shares: [0, 95],
  formEvents: ["open", "send"],
  cuts: "1, 3",
  days: 14,
  name: "",
};

describe("a new source", () => {
  it.each<[SourceDialog, Partial<Asked>, string]>([
    ["site", {}, "Visitors, 14 days"],
    ["site", { event: "basket" }, "Visitors, add to basket, 14 days"],
    ["ladder", {}, "Visitors"],
    ["ladder", { event: "basket" }, "Visitors, add to basket"],
    ["profile", { days: 90 }, "Engaged with Stitches, 90 days"],
    ["video", {}, "Stitches, 14 days"],
    ["form", {}, "Stitches, 14 days"],
  ])("of a %s asked for with %o is called %s", (dialog, more, name) => {
    expect(usualName(dialog, { ...ASKED, ...more }, "Stitches").toLowerCase()).toBe(name.toLowerCase());
  });

  it.each<[Exclude<SourceDialog, "ladder">, Partial<Asked>, [string, string | null, number | null][]]>([
    ["site", { event: "buy" }, [["N", "buy", null]]],
    ["profile", {}, [["N", null, null]]],
    [
      "video",
      { shares: [95, 0] },
      [
        ["N, watched 3 seconds", null, 0],
        ["N, watched to the end", null, 95],
      ],
    ],
    ["video", { shares: [] }, []],
    ["form", { formEvents: ["send"] }, [["N, sent it", "send", null]]],
  ])("of a %s with %o is one for each part", (dialog, more, made) => {
    const orders = ordersOf(dialog, { ...ASKED, ...more }, "N", "a1", "subject");
    expect(orders.map((o) => [o.name, o.event, o.percent])).toEqual(made);
    expect(partsOf(dialog, { ...ASKED, ...more })).toHaveLength(made.length);
    for (const order of orders) {
      expect(order).toMatchObject({ accountId: "a1", kind: dialog.toUpperCase(), fromDay: 0, toDay: 14 });
      expect(order.subject).toBe(dialog === "site" ? null : "subject");
    }
  });
});
