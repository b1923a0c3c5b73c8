import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { standing, standingWords, sum } from "./model";

describe("many at once", () => {
  it.each([
    [3, 4, 2, 24, "3 media × 4 headlines × 2 bodies = 24 creatives"],
    [1, 1, 1, 1, "1 medium × 1 headline × 1 body = 1 creative"],
    [2, 0, 3, 6, "2 media × 3 bodies = 6 creatives"],
    [0, 4, 2, 0, "0 media × 4 headlines × 2 bodies = 0 creatives"],
    [50, 30, 1, 1500, "50 media × 30 headlines × 1 body = 1,500 creatives"],
  ])("%d media, %d headlines and %d bodies make %d", (media, headlines, bodies, made, words) => {
    expect(sum(media, headlines, bodies)).toEqual({ made, words });
  });

  it("says on how many placements one runs", () => {
    expect(standingWords({ runs: 3, placements: 9 })).toBe("fits 3 of 9");
    expect(standingWords({ runs: 0, placements: 0 })).toBe("shown nowhere");
  });

  it("counts what stands in a part once for each creative, the commonest first", () => {
    const creative = (headlines: string[], link: string) =>
      ({ headlines, link, bodies: [], descriptions: [], media: [] }) as unknown as Schemas["Creative"];
    const all = [
      creative(["Mend it", "Mend it"], "https://a"),
      creative(["Mend it", "Wear it"], ""),
      creative([], ""),
    ];
    expect(standing(all, "HEADLINE")).toEqual([
      { value: "Mend it", words: "Mend it", times: 2 },
      { value: "Wear it", words: "Wear it", times: 1 },
    ]);
    expect(standing(all, "LINK").map((s) => s.value)).toEqual(["https://a"]);
    expect(standing(all, "BODY")).toEqual([]);
  });
});
