import { describe, expect, it } from "vitest";
import type { Found } from "../said/queries";
import { standing } from "../model";
import { holds, languagesOf, oftener, wordingOf } from "../said/model";
import { begun, corrected, risksOf, timing, withText, withWords, wordings } from "./model";
import type { Frame, Look, Piece } from "./queries";

const frame: Frame = {
  name: "Two and a line",
  parts: [
    { name: "Problem", hint: "", becomes: "BODY", feeling: "PAIN", seconds: 0 },
    { name: "Solve", hint: "", becomes: "BODY", feeling: null, seconds: 0 },
    { name: "Line", hint: "", becomes: "HEADLINE", feeling: null, seconds: 0 },
    { name: "Hook", hint: "", becomes: "SCRIPT", feeling: null, seconds: 3 },
    { name: "Ask", hint: "", becomes: "SCRIPT", feeling: null, seconds: 4 },
  ],
};
const piece: Piece = { id: "p", ...begun(frame, "Elbows", "en") };
const found = {
  words: "needle bent",
  feeling: "PAIN",
  said: 17,
  people: 19,
  keyness: { likelihood: 90, times: 380 },
  alike: [],
  sentences: [],
} as Found;

describe("writing in a frame", () => {
  it("begins empty, a text for each part", () => {
    expect(piece.written.texts).toEqual(["", "", "", "", ""]);
  });

  it("remembers which words of customers a part was written from, until it is emptied", () => {
    const once = withWords(piece, 0, found, "needle bent");
    const twice = withWords(once, 0, { ...found, words: "too thin" }, "The thread is too thin.");
    expect(twice.written.texts[0]).toBe("needle bent The thread is too thin.");
    expect(twice.written.sources).toEqual([
      { part: 0, said: { feeling: "PAIN", words: "too thin", people: 19 } },
    ]);
    expect(withText(twice, 0, " ").written.sources).toEqual([]);
    expect(withText(twice, 1, " ").written.sources).toHaveLength(1);
    expect(piece.written.sources).toEqual([]);
  });

  it("becomes one body and each headline, with where the words came from", () => {
    let written = withWords(piece, 0, found, "A needle bends.");
    written = withText(written, 2, " Needles that do not bend ");
    written = withText(written, 3, "Look at this needle.");
    expect(wordings(written, "A needle bends.")).toEqual([
      {
        kind: "BODY",
        text: "A needle bends.",
        angle: "pain",
        language: "en",
        source: { feeling: "PAIN", words: "needle bent", people: 19 },
      },
      { kind: "HEADLINE", text: "Needles that do not bend", angle: "", language: "en", source: null },
    ]);
    expect(wordings(piece, null)).toEqual([]);
  });

  it("puts a word right where it stands, and nothing where it no longer does", () => {
    const mistake = { from: 3, to: 10, word: "recieve" };
    expect(corrected("We recieve it", mistake, "receive")).toBe("We receive it");
    expect(corrected("We did recieve it", mistake, "receive")).toBe("We did recieve it");
  });

  it("adds up what a film has and what its words take", () => {
    const look = { parts: [0, 0, 0, 3.4, 2].map((seconds) => ({ seconds })) } as unknown as Look;
    expect(timing(frame, look)).toEqual({ has: 7, takes: 5.4 });
    expect(timing({ ...frame, parts: frame.parts.slice(0, 3) }, look)).toBeUndefined();
  });

  it.each([
    [[], 3, "fits all 3", false, false],
    [[], 0, "shown nowhere", false, false],
    [[[30, 20]], 3, "too long on 1", true, false],
    [[[40, 30]], 3, "cut on 1", false, true],
    [
      [
        [30, 20],
        [40, 30],
      ],
      3,
      "too long on 1, cut on 1",
      true,
      true,
    ],
  ])("tells how a text stands: %j of %i", (limits, shownOn, words, over, cut) => {
    const troubles = limits.map(([limit = 0, fold = 0]) => ({ where: "x", limit, fold }));
    expect(standing({ length: 31, shownOn, troubles })).toMatchObject({
      words,
      mark: over ? "over" : cut ? "fold" : "",
    });
  });
});

describe("what review would refuse", () => {
  it("is told once for all networks that do", () => {
    const risk = (network: string, words: string) => ({ network, words, from: 0, to: 1 });
    expect(risksOf([risk("A", "promise"), risk("A", "shout"), risk("B", "promise")])).toEqual([
      { words: "promise", networks: "A, B" },
      { words: "shout", networks: "A" },
    ]);
  });
});

describe("what customers say", () => {
  const collection = (languages: Record<string, number>, aside: Record<string, number>) => ({
    id: "c",
    name: "c",
    kind: "REVIEWS" as const,
    madeAt: "",
    languages,
    aside,
  });

  it("is told by language, and what was put aside", () => {
    expect(holds(collection({ en: 1200, da: 3 }, { EMPTY: 2 }))).toBe(
      "1,200 English, 3 Danish; put aside: 2 empty",
    );
    expect(holds(collection({ nl: 1 }, {}))).toBe("1 Dutch");
  });

  it("has the language first that most is written in", () => {
    expect(languagesOf([collection({ en: 1, de: 5 }, {}), collection({ en: 3 }, {})])).toEqual([
      { tag: "de", texts: 5 },
      { tag: "en", texts: 4 },
    ]);
  });

  it.each([
    [1.29, "1.2 ×"],
    [9.99, "9.9 ×"],
    [10.9, "10 ×"],
    [999.9, "999 ×"],
    [4050, "over 1,000 ×"],
  ])("is said at least so much more often: %d", (times, words) => {
    expect(oftener(times)).toBe(words);
  });

  it("is kept with what is written from it", () => {
    expect(wordingOf(found, "HEADLINE", "Needles", "pain", "en").source).toEqual({
      feeling: "PAIN",
      words: "needle bent",
      people: 19,
    });
  });
});
