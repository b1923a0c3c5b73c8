import { describe, expect, it } from "vitest";
import { CHIP_INK, COLOURS, NETWORKS, RANKS, STYLE, type Colours, type Look } from "./theme";

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

/** 4.5 to 1 for text and 3 to 1 for marks and what bounds an input, as the guidelines ask in 1.4.3 and 1.4.11. */
const TEXT = 4.5;
const MARK = 3;

type Token = keyof Colours;

/** What is written in, and what on; every pair of them may meet. */
const INKS: Token[] = ["ink", "muted", "kelp", "rust", "amber", "moss"];
const GROUNDS: Token[] = ["paper", "surface", "field", "shade", "wash", "rustWash", "amberWash"];
/** What says something by being there: dots, bars, edges. */
const MARKS: Token[] = ["bound", "amberLine", "sand", "warmth"];
const UNDER_MARKS: Token[] = ["paper", "surface", "field"];
const PAIRS: [Token, Token][] = [
  ["onKelp", "kelp"],
  ["onRust", "rust"],
  ["onTag", "tag"],
  ["railInk", "rail"],
  ["railInk", "railHover"],
  ["railInk", "railOn"],
  ["railRing", "rail"],
  ["onRail", "railOn"],
  ["ink", "kelpPale"],
  ["ink", "land"],
  ["ink", "landIn"],
  ["ink", "sea"],
];
/** What only parts or shades things, and says nothing by itself. */
const QUIET: Token[] = ["line", "lineStrong", "hatch", "rustLine"];

/** Over pictures and films, which are the same in both looks. */
const OVER_PICTURES = [
  "creative/creative.css",
  "creative/preview.css",
  "creative/fit.css",
  "creative/film/film.css",
];
/** A dark ground to see an ad on, and what is printed. */
const OF_THEIR_OWN = ["creative/sheet/sheet.css", "creative/write/write.css"];

const SHEETS = import.meta.glob<string>("../**/*.css", { query: "?raw", import: "default", eager: true });
const SOURCES = import.meta.glob<string>("../**/*.{ts,tsx}", {
  query: "?raw",
  import: "default",
  eager: true,
});
const isOneOf = (files: string[]) => (sheet: string) => files.some((f) => sheet.endsWith(f));

describe("the guidelines' measure", () => {
  // The examples that the guidelines' own tools give, from memory.
  it.each([
    ["#000000", "#ffffff", 21],
    ["#767676", "#ffffff", 4.54],
  ])("of %s on %s", (a, b, ratio) => {
    expect(contrast(a, b)).toBeCloseTo(ratio, 2);
  });
});

describe.each(["light", "dark"] as Look[])("in the %s look", (look) => {
  const colours = COLOURS[look];
  const short = (pairs: [Token, Token][], least: number) =>
    pairs
      .map(([a, b]) => [a, b, contrast(colours[a], colours[b])] as const)
      .filter(([, , ratio]) => ratio < least)
      .map(([a, b, ratio]) => `${a} on ${b} ${ratio.toFixed(2)}`);
  const all = (a: Token[], b: Token[]) => a.flatMap((x) => b.map((y): [Token, Token] => [x, y]));

  it("every text can be read on every ground", () => {
    expect(short([...all(INKS, GROUNDS), ...PAIRS], TEXT)).toEqual([]);
  });

  it("every mark is seen on every ground", () => {
    expect(short(all(MARKS, UNDER_MARKS), MARK)).toEqual([]);
    const networks = Object.entries(NETWORKS[look]).flatMap(([code, colour]) => [
      ...UNDER_MARKS.map(
        (ground) => [`${code} on ${ground}`, contrast(colour, colours[ground]), MARK] as const,
      ),
      [`ink on chip ${code}`, contrast(CHIP_INK[look], colour), TEXT] as const,
    ]);
    expect(networks.filter(([, ratio, least]) => ratio < least)).toEqual([]);
  });

  it("every colour is one of these", () => {
    const known = new Set([...INKS, ...GROUNDS, ...MARKS, ...QUIET, ...PAIRS.flat()]);
    expect(Object.keys(colours).filter((token) => !known.has(token as Token))).toEqual([]);
  });

  it("numbers of every rank are read, and ranks run to both ends without turning back", () => {
    const ranks = RANKS[look];
    expect(ranks.map((c) => contrast(c.ink, c.ground) >= TEXT)).toEqual(ranks.map(() => true));
    // For those who see no colours: the middle is nearest to the page, and the best and the worst are told apart by their light alone.
    const far = ranks.map((c) => contrast(c.ground, colours.surface));
    expect(far[0]).toBeGreaterThan(far[1] as number);
    expect(far[1]).toBeGreaterThan(far[2] as number);
    expect(far[3]).toBeGreaterThan(far[2] as number);
    expect(far[4]).toBeGreaterThan(far[3] as number);
    expect(contrast(ranks[0]?.ground ?? "", ranks[4]?.ground ?? "")).toBeGreaterThan(2);
  });
});

describe("style sheets", () => {
  it("name no colours of their own, which would be the same in the dark", () => {
    const may = isOneOf([...OVER_PICTURES, ...OF_THEIR_OWN]);
    const own = Object.entries(SHEETS)
      .filter(([sheet]) => !may(sheet))
      .flatMap(([sheet, text]) =>
        [...text.matchAll(/#[0-9a-f]{3,8}\b|\brgba?\(|\bhsla?\(/g)].map((m) => `${sheet} ${m[0]}`),
      );
    expect(own).toEqual([]);
  });

  it("set no colour of its own on a ground that changes with the look, nor the other way round", () => {
    const own = /(?:^|[;{\s])(?:color|background(?:-color)?):[^;]*(?:#[0-9a-f]{3,8}\b|rgba?\()/;
    const token = /(?:^|[;{\s])(?:color|background(?:-color)?):[^;]*var\(--/;
    const may = isOneOf(OF_THEIR_OWN);
    const both = Object.entries(SHEETS)
      .filter(([sheet]) => !may(sheet))
      .flatMap(([sheet, text]) =>
        [...text.matchAll(/([^{}]+)\{([^{}]*)\}/g)]
          .filter(([, , body = ""]) => own.test(body) && token.test(body))
          .map(([, selector = ""]) => `${sheet} ${selector.trim()}`),
      );
    expect(both).toEqual([]);
  });

  it("use no variable that nobody sets", () => {
    const texts = [...Object.values(SHEETS), ...Object.values(SOURCES), STYLE];
    const set = new Set(texts.flatMap((t) => [...t.matchAll(/"?(--[\w-]+)"?\s*:/g)].map((m) => m[1])));
    const used = Object.values(SHEETS).flatMap((text) =>
      [...text.matchAll(/var\((--[\w-]+)\)/g)].map((m) => m[1] ?? "").filter((name) => !set.has(name)),
    );
    expect(used).toEqual([]);
  });
});
