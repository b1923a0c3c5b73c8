import { describe, expect, it } from "vitest";
import { inWords, lasting, standOf, type Progress } from "./model";

describe("what a launch says", () => {
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
});
