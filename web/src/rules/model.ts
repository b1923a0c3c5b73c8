import type { Schemas } from "../api/client";

export type Scheme = Schemas["NamingScheme"];
export type Pattern = Schemas["NamePattern"];
export type Part = Schemas["NamePart"];
export type Token = Schemas["TokenView"];
export type Level = "CAMPAIGN" | "AD_GROUP" | "AD";
export type LinkPattern = Schemas["LinkPattern"];

export const LEVELS: { level: Level; path: string; words: string; key: "campaign" | "adGroup" | "ad" }[] = [
  { level: "CAMPAIGN", path: "campaigns", words: "Campaigns", key: "campaign" },
  { level: "AD_GROUP", path: "ad-groups", words: "Ad groups", key: "adGroup" },
  { level: "AD", path: "ads", words: "Ads", key: "ad" },
];

const ORDER = ["CAMPAIGN", "AD_GROUP", "AD", "LINK"];

/** What can stand in a pattern of a level and does not yet. */
export function addable(tokens: Token[], level: Level | "LINK", parts: Part[]): Token[] {
  const taken = new Set(parts.map((p) => p.token));
  return tokens.filter((t) => ORDER.indexOf(t.level) <= ORDER.indexOf(level) && !taken.has(t.token));
}

export function tokenPart(token: Token): Part {
  return { token: token.token, text: "", writing: "AS_IT_IS", optional: false, digits: token.counts ? 2 : 1 };
}

export function wordPart(text: string): Part {
  return { token: null, text, writing: "AS_IT_IS", optional: false, digits: 1 };
}

/** The parts with one of them a place to the left or right; at the end it stays. */
export function moved(parts: Part[], at: number, by: -1 | 1): Part[] {
  const to = at + by;
  if (to < 0 || to >= parts.length) return parts;
  const changed = [...parts];
  [changed[at], changed[to]] = [changed[to]!, changed[at]!];
  return changed;
}

export function replaced(parts: Part[], at: number, change: Partial<Part>): Part[] {
  return parts.map((p, i) => (i === at ? { ...p, ...change } : p));
}

/** A part as people read it. */
export function partWords(part: Part, tokens: Token[]): string {
  return part.token ? (tokens.find((t) => t.token === part.token)?.words ?? part.token) : part.text;
}

/** What is wrong with a name, as it stands in the list. */
export const FAULTS: Record<string, string> = {
  CLASH: "clash",
  TOO_LONG: "too long",
  VALUE_MISSING: "value missing",
  NOT_READ_BACK: "not read back",
};

/** Signs that are seen: a space alone would not be. */
export function signWords(sign: string): string {
  return sign === " " ? "space" : sign.trim() === sign ? sign : `${sign.trim()} with spaces`;
}

/** What stands between parts, as people call it. */
export function betweenWords(between: Schemas["Between"]): string {
  return between.spaced ? `${between.separator} with spaces` : between.separator;
}

/** A table of what names say, as spreadsheets take it. */
export function readAsLines(names: Schemas["ReadName"][], heads: string[]): string[][] {
  return [
    ["name", ...heads, "why not"],
    ...names.map((n) => [n.name, ...n.values.map((v) => v ?? ""), n.whyNot ?? ""]),
  ];
}
