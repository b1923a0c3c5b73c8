import type { Schemas } from "../../api/client";
import { count } from "../../look/format";
import type { Definition, Draft } from "../model";
import { everyoneIn } from "../model";
import type { Source } from "./queries";

export const EVENTS = [
  { value: "view", label: "any page", past: "saw a page" },
  { value: "basket", label: "add to basket", past: "filled a basket" },
  { value: "lead", label: "lead", past: "left a lead" },
  { value: "purchase", label: "purchase", past: "bought" },
  { value: "install", label: "install", past: "installed the app" },
];

/** The cuts buyers start from: day 1, 2–3, 4–7, 8–14, 15–30. */
export const USUAL_CUTS = "1, 3, 7, 14, 30";

/** Cuts as typed, in whole days; undefined when they are no rising days within 180. */
export function cutsOf(text: string): number[] | undefined {
  const parts = text
    .split(/[\s,;]+/)
    .filter((p) => p !== "")
    .map(Number);
  const rising = parts.every(
    (cut, i) => Number.isInteger(cut) && cut >= 0 && cut <= 180 && (i === 0 || cut > (parts[i - 1] ?? 0)),
  );
  return parts.length > 0 && rising ? parts : undefined;
}

/** The windows that cuts make, as the server names them. */
export function windowWords(cuts: number[]): string[] {
  return cuts.map((to, i) => {
    const from = i === 0 ? 0 : (cuts[i - 1] ?? 0) + 1;
    if (from === 0) return to === 0 ? "today" : to === 1 ? "day 1" : `days 1–${to}`;
    return from === to ? `day ${to}` : `days ${from}–${to}`;
  });
}

/** Who belongs to a source, in words. */
export function ruleWords(source: Source): string {
  const rule = source.rule;
  if (!rule) return `${count(source.rows)} rows of a customer list`;
  const { from, to } = rule.window;
  const when = from === 0 ? `within ${to} days` : `${from} to ${to} days ago, and not since`;
  switch (source.kind) {
    case "SITE": {
      const past = EVENTS.find((e) => e.value === rule.event)?.past ?? "came";
      return `People who last ${past} ${when}`;
    }
    case "PROFILE":
      return `People who engaged with the profile within ${to} days`;
    case "VIDEO":
      return `People who watched ${rule.percent ? `${rule.percent} % of the video` : "3 seconds of the video"} within ${to} days`;
    case "FORM":
      return `People who ${rule.event === "send" ? "sent" : "opened"} the form within ${to} days`;
    case "LIST":
      return "";
  }
}

/** An audience of a source's people, wherever they are. */
export function audienceOf(source: Source): Draft {
  return { name: source.name, definition: amongSource(source.id) };
}

function amongSource(id: string): Definition {
  return {
    ...everyoneIn(""),
    places: { countries: [], regions: [], circles: [] },
    conditions: [{ terms: [{ kind: "SOURCE", code: id }] }],
  };
}

/** Bands between edges, from the seed outwards: 1, 2, 5 make 0–1, 1–2 and 2–5 %. */
export function bandsOf(edges: number[]): { from: number; to: number }[] {
  return edges.map((to, i) => ({ from: i === 0 ? 0 : (edges[i - 1] ?? 0), to }));
}

/** A lookalike ladder: bands that exclude one another, and the seed. */
export function lookalikeDrafts(source: Source, country: string, edges: number[]): Draft[] {
  return bandsOf(edges).map((band) => ({
    name: `Like ${source.name}, ${band.from}–${band.to} % ${country}`,
    definition: {
      ...everyoneIn(country),
      conditions: [
        { terms: [{ kind: "LOOKALIKE", code: `${source.id}:${country}:${band.from}-${band.to}` }] },
      ],
      leftOut: [{ kind: "SOURCE", code: source.id }],
    },
  }));
}

/** Audiences of a ladder of windows: each its own window, which excludes the others by itself. */
export function ladderDrafts(sources: Source[]): Draft[] {
  return sources.map(audienceOf);
}

/** Parts of a list for a bar: sent, duplicate, and unusable by reason. */
export function listParts(source: Source): { words: string; rows: number; good: boolean }[] {
  const unusable = Object.entries(source.unusable);
  const lost = unusable.reduce((sum, [, rows]) => sum + rows, 0);
  return [
    { words: "sent once", rows: source.rows - lost - source.duplicates, good: true },
    { words: "there before", rows: source.duplicates, good: false },
    ...unusable.map(([words, rows]) => ({ words, rows, good: false })),
  ].filter((p) => p.rows > 0);
}

export function largest(source: Source): Schemas["AudienceSize"] | undefined {
  return [...source.on].sort((a, b) => b.size.people - a.size.people)[0]?.size;
}
