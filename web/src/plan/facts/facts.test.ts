import { expect, it } from "vitest";
import { told } from "../dialogs/PriceSumsDialog";
import { costs, round } from "./Expected";

it("reckoned prices and expected ranges are told in as many figures as say something", () => {
  expect([
    told(0.0312, "money"),
    told(0.754, "money"),
    told(13.3333, "number"),
    told(1234.4, "number"),
  ]).toEqual(["0.0312", "0.75", "13.33", "1,234"]);
  expect(round({ from: 1043, to: 3287 })).toBe("1,000–3,300");
  expect(round({ from: 34_100, to: 112_000 })).toBe("34–110 k");
  expect(round({ from: 8_400, to: 1_240_000 })).toBe("8,400–1.2 M");
  expect(round({ from: 4.2, to: 4.4 })).toBe("4");
  expect(costs({ from: 26.6, to: 40.8 }, "GBP")).toBe("£0.27 to £0.41");
  expect(costs({ from: 0, to: 0 }, "GBP")).toBe("more than can be said");
});
