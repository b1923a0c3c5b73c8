import { describe, expect, it } from "vitest";
import { colours, networkColours, rankColours } from "./theme";

/** Web Content Accessibility Guidelines 2.1, "relative luminance" and "contrast ratio". */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const part = parseInt(hex.slice(at, at + 2), 16) / 255;
    return part <= 0.03928 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** 4.5 to 1 for text and 3 to 1 for lines and marks, as the guidelines ask in 1.4.3 and 1.4.11. */
const TEXT = 4.5;
const MARK = 3;

describe("colours", () => {
  // The examples that the guidelines' own tools give, from memory.
  it.each([
    ["#000000", "#ffffff", 21],
    ["#767676", "#ffffff", 4.54],
  ])("are measured as the guidelines do: %s on %s", (a, b, ratio) => {
    expect(contrast(a, b)).toBeCloseTo(ratio, 2);
  });

  it.each([
    ["ink", "paper"],
    ["ink", "surface"],
    ["ink", "wash"],
    ["muted", "paper"],
    ["muted", "surface"],
    ["kelp", "paper"],
    ["kelp", "surface"],
    ["kelp", "wash"],
    ["rust", "paper"],
    ["rust", "rustWash"],
    ["amber", "surface"],
    ["amber", "amberWash"],
    ["moss", "surface"],
    ["surface", "kelp"],
    ["paper", "kelpDeep"],
  ] as const)("let %s be read on %s", (text, ground) => {
    expect(contrast(colours[text], colours[ground])).toBeGreaterThanOrEqual(TEXT);
  });

  it.each(rankColours.map((c, rank) => [rank, c.ink, c.ground] as const))(
    "let a number of rank %i be read",
    (_, ink, ground) => {
      expect(contrast(ink, ground)).toBeGreaterThanOrEqual(TEXT);
    },
  );

  it("run in ranks from one end to the other without turning back, for those who see no colours", () => {
    const middle = (rankColours.length - 1) / 2;
    const ends = rankColours.map((c) => luminance(c.ground));
    expect(ends[0]).toBeLessThan(ends[1] as number);
    expect(ends[3]).toBeLessThan(ends[middle] as number);
    expect(ends[4]).toBeLessThan(ends[3] as number);
    // Best and worst are told apart by their light alone.
    expect(contrast(rankColours[0]?.ground ?? "", rankColours[4]?.ground ?? "")).toBeGreaterThan(2);
  });

  it.each(Object.entries(networkColours))("mark network %s on the page", (_, colour) => {
    expect(contrast(colour, colours.surface)).toBeGreaterThanOrEqual(MARK);
  });
});
