import { describe, expect, it } from "vitest";
import { bodyOf, NO_CHOICES, withVariable } from "./split";

describe("a split being chosen", () => {
  const offer = (variable: "AGE" | "GENDER", codes: string[]) => ({
    variable,
    words: variable.toLowerCase(),
    choices: codes.map((code) => ({ code, words: code })),
    ages: null,
    lacking: "",
  });

  it("asks for what was chosen, in the order it was chosen in", () => {
    const gender = withVariable(NO_CHOICES, offer("GENDER", ["WOMEN", "MEN"]), true);
    const both = withVariable(gender, offer("AGE", []), true);
    expect(bodyOf(both, "EACH")).toEqual({
      by: [
        { variable: "GENDER", codes: ["WOMEN", "MEN"] },
        { variable: "AGE", bands: 6 },
      ],
      share: "EACH",
    });
    const own = { ...both, cut: "own" as const, cuts: "25, 35 50" };
    expect(bodyOf(own, "EQUAL")?.by[1]).toEqual({ variable: "AGE", cuts: [25, 35, 50] });
  });

  it("asks for nothing while nothing, or a variable without values, is chosen", () => {
    expect(bodyOf(NO_CHOICES, "EACH")).toBeUndefined();
    expect(bodyOf({ ...NO_CHOICES, order: ["GENDER"], codes: { GENDER: [] } }, "EACH")).toBeUndefined();
  });
});
