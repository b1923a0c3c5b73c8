import { describe, expect, it } from "vitest";
import { partsOf } from "./links";

describe("a link as it is read", () => {
  it.each([
    ["https://a.example/kits", "https://a.example/kits", []],
    [
      "https://a.example/kits?x=1&utm_term=a%20b#top",
      "https://a.example/kits#top",
      [
        ["x", "1"],
        ["utm_term", "a b"],
      ],
    ],
    [
      "https://a.example?%6B&y=a=b&z=%E0%A4%A",
      "https://a.example",
      [
        ["k", ""],
        ["y", "a=b"],
        ["z", "%E0%A4%A"],
      ],
    ],
    ["https://a.example/?#", "https://a.example/#", []],
  ])("%s", (link, page, parameters) => {
    expect(partsOf(link)).toEqual({ page, parameters });
  });
});
