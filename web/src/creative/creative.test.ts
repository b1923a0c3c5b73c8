import { describe, expect, it } from "vitest";
import {
  emptyDraft,
  forSpreadsheet,
  inFormat,
  length,
  mendWords,
  pasted,
  toggled,
  withText,
  untouched,
} from "./model";
import type { Draft, Format, Medium, Phrase } from "./model";

const PICTURE: Format = {
  code: "single-picture",
  words: "Single picture",
  networks: ["HS"],
  pictures: true,
  videos: false,
  mostMedia: 1,
  needs: "NOTHING",
  standsOn: [],
  firstCard: -1,
  priced: false,
  mostTexts: 1,
  mostActions: 1,
};
const CAROUSEL: Format = { ...PICTURE, code: "carousel", mostMedia: 3, firstCard: 0 };
const COVER: Format = { ...PICTURE, code: "cover", mostMedia: 4, firstCard: 1, priced: true };
const MIX: Format = { ...PICTURE, code: "mix", mostMedia: 3, mostTexts: 3, mostActions: 2 };
const MEDIA = new Map<string, Medium>(
  ["a", "b", "c", "film"].map((sha256) => [
    sha256,
    {
      sha256,
      fileName: `${sha256}.mov`,
      format: "MOV",
      width: 1280,
      height: 720,
      bytes: 1,
      video:
        sha256 === "film" ? { seconds: 90, codec: "h264", frameRate: 25, sound: true, soundFrom: 0 } : null,
      text: { fields: 0, by: "NOBODY", says: "" },
    },
  ]),
);

function draft(more: Partial<Draft>): Draft {
  return { ...emptyDraft, ...more };
}

describe("creative", () => {
  it("keeps of another format what that has a place for", () => {
    const mix = draft({
      format: "mix",
      media: ["film", "a", "b"],
      headlines: ["1", "2"],
      callsToAction: ["shop", "book"],
      formId: "f",
    });
    expect(inFormat(mix, PICTURE, MEDIA)).toMatchObject({
      format: "single-picture",
      media: ["a"],
      headlines: ["1"],
      callsToAction: ["shop"],
      formId: null,
    });
    expect(inFormat(draft({ media: ["a", "b"] }), MIX, MEDIA).media).toEqual(["a", "b"]);
  });

  it("lets cards follow their media", () => {
    const two = draft({
      media: ["a", "b"],
      cards: [
        { text: "A", price: "", link: "" },
        { text: "B", price: "", link: "" },
      ],
    });
    expect(toggled(two, CAROUSEL, "c").cards.map((c) => c.text)).toEqual(["A", "B", ""]);
    expect(toggled(two, CAROUSEL, "a").cards.map((c) => c.text)).toEqual(["B"]);
    expect(toggled(draft({ media: ["a"] }), COVER, "b").cards).toHaveLength(1);
    expect(toggled(draft({ media: ["a"] }), PICTURE, "b").media).toEqual(["b"]);
  });

  it("drops empty texts at the end alone", () => {
    expect(withText(["a", "b"], 1, "")).toEqual(["a"]);
    expect(withText(["a", "b"], 0, "")).toEqual(["", "b"]);
    expect(withText([], 1, "c")).toEqual(["", "c"]);
  });

  it("says what a mend makes of a file", () => {
    const film = MEDIA.get("film");
    const crop = { kind: "CROP" as const, x: 0, y: 0, width: 404, height: 720, shape: "9:16", format: "MP4" };
    expect(mendWords({ ...crop, from: 0, seconds: 60 }, film)).toBe(
      "Crop to 404 × 720 (9:16), trim to 0:00–1:00, save as MP4",
    );
    expect(mendWords({ ...crop, kind: "TRIM", from: 5, seconds: 60 }, film)).toBe(
      "Trim to 0:05–1:05, save as MP4",
    );
    expect(length(75.9)).toBe("1:15");
  });
});

it.each([
  [{}, true],
  [{ name: "Socks", format: "mix" }, true],
  [{ media: ["a".repeat(64)] }, false],
  [{ headlines: ["Mend it"] }, false],
  [{ link: "https://" }, false],
  [{ scriptId: "s1" }, false],
])("is untouched until something is in it: %o", (part, is) => {
  expect(untouched({ ...emptyDraft, ...part })).toBe(is);
});

describe("copy deck", () => {
  const phrase = (code: string, text: string): Phrase => ({
    code,
    kind: "HEADLINE",
    text,
    angle: "thrift",
    language: "en",
    usedBy: [],
    length: 1,
    shownOn: 1,
    troubles: [],
  });

  it("reads plain lines, spreadsheet cells and its own export", () => {
    expect(pasted("One\n\n  Two  \r\n", "BODY").map((p) => p.text)).toEqual(["One", "Two"]);
    expect(pasted("headline\tMend it\tthrift\tda\nB\tLong text", "DESCRIPTION")).toEqual([
      { kind: "HEADLINE", text: "Mend it", angle: "thrift", language: "da" },
      { kind: "BODY", text: "Long text", angle: "", language: "" },
    ]);
    expect(pasted('B1\t"Two\nlines, ""quoted"""\tx\tde', "HEADLINE")).toEqual([
      { kind: "BODY", text: 'Two\nlines, "quoted"', angle: "x", language: "de" },
    ]);
    expect(pasted('"Wool" is warm', "BODY")[0]?.text).toBe('"Wool" is warm');
  });

  it("goes out and comes in the same", () => {
    const texts = ["Plain", 'Says "mend"', "Two\nlines", "Tab\tin it", "👍🏽 עברית"];
    const out = forSpreadsheet(texts.map((t, i) => phrase(`H${i + 1}`, t)));
    expect(pasted(out, "BODY").map((p) => [p.kind, p.text])).toEqual(texts.map((t) => ["HEADLINE", t]));
  });

  it("keeps formulas texts on their way out", () => {
    expect(forSpreadsheet([phrase("H1", "=1+1")])).toContain("H1\t'=1+1\t");
  });
});
