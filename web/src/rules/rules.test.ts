import { describe, expect, it } from "vitest";
import { asTabbed } from "../look/spreadsheet";
import {
  addable,
  betweenWords,
  moved,
  readAsLines,
  signWords,
  tokenPart,
  wordPart,
  type Token,
} from "./model";

const token = (name: Token["token"], level: Token["level"], counts = false): Token => ({
  token: name,
  words: name.toLowerCase(),
  level,
  counts,
  values: [],
});
const TOKENS = [
  token("CAMPAIGN", "CAMPAIGN"),
  token("ROW", "AD_GROUP"),
  token("ROW_NUMBER", "AD_GROUP", true),
];

describe("patterns", () => {
  it("offer what the level knows and the pattern lacks", () => {
    expect(addable(TOKENS, "CAMPAIGN", []).map((t) => t.token)).toEqual(["CAMPAIGN"]);
    expect(addable(TOKENS, "AD", [tokenPart(TOKENS[1]!)]).map((t) => t.token)).toEqual([
      "CAMPAIGN",
      "ROW_NUMBER",
    ]);
  });

  it("move a part, and keep it at the ends", () => {
    const [a, b] = [wordPart("a"), tokenPart(TOKENS[2]!)];
    expect(moved([a, b], 0, 1)).toEqual([b, a]);
    expect(moved([a, b], 0, -1)).toEqual([a, b]);
    expect(b.digits).toBe(2);
  });

  it("say signs that would not be seen", () => {
    expect([" ", "_", " | "].map(signWords)).toEqual(["space", "_", "| with spaces"]);
  });
});

it("what names say goes to a spreadsheet, and starts no formula there", () => {
  const name = { values: ["=1+1", null], strange: [], twice: false };
  const lines = readAsLines(
    [
      { ...name, name: "A_b" },
      { ...name, name: 'x"y', values: [null, null], whyNot: "1 part; the pattern has 2" },
    ],
    ["campaign", "row"],
  );
  expect(asTabbed(lines)).toBe(
    'name\tcampaign\trow\twhy not\nA_b\t\'=1+1\t\t\n"x""y"\t\t\t1 part; the pattern has 2',
  );
});

it("says what stands between parts so that spaces are seen", () => {
  expect(betweenWords({ separator: "|", spaced: true })).toBe("| with spaces");
  expect(betweenWords({ separator: "_", spaced: false })).toBe("_");
});
