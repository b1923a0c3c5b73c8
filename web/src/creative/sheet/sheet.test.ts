import { describe, expect, it } from "vitest";
import type { NetworkFit } from "../model";
import { firstOfEach, offered, sharpness } from "./model";

const network = (code: string, placements: [string, boolean][], wrong = 0) =>
  ({
    network: code,
    networkName: code,
    counts: Array.from({ length: wrong }, () => ({})),
    placements: placements.map(([p, runs]) => ({ code: p, words: p, runs })),
  }) as unknown as NetworkFit;

describe("a preview sheet", () => {
  it("offers placements that show any of the creatives, each once, and begins with the first of each network", () => {
    const all = offered([
      [
        network("HS", [
          ["feed", false],
          ["stories", true],
        ]),
        network("SW", [["feed", true]], 1),
      ],
      [
        network("HS", [
          ["feed", true],
          ["stories", true],
        ]),
        network("JC", [["short", true]]),
      ],
    ]);
    expect([...all.keys()]).toEqual(["HS/stories", "HS/feed", "JC/short"]);
    expect(firstOfEach(all)).toEqual(["HS/stories", "JC/short"]);
  });

  it("is drawn sharp, or as sharp as can be drawn", () => {
    expect(sharpness(980, 1200)).toBe(2);
    expect(sharpness(980, 20_000)).toBeCloseTo(0.8);
    expect(sharpness(0, 0)).toBe(2);
  });
});
