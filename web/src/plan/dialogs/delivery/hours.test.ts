import { describe, expect, it } from "vitest";
import { ALL_HOURS, painted, PRESETS } from "./hours";

describe("hours being painted", () => {
  it("switches a block of days and hours, from whichever corner it is dragged", () => {
    const off = painted(ALL_HOURS, { day: 6, hour: 23 }, { day: 5, hour: 22 }, false);
    expect([...off].filter((s) => s === "0")).toHaveLength(4);
    expect(off[5 * 24 + 22]).toBe("0");
    expect(off[6 * 24 + 21]).toBe("1");
    expect(painted(off, { day: 0, hour: 0 }, { day: 6, hour: 23 }, true)).toBe(ALL_HOURS);
  });

  it("offers weeks of 168 hours", () => {
    expect(PRESETS.map((p) => p.week.length)).toEqual(PRESETS.map(() => 168));
  });
});
