import type { Schemas } from "../../api/client";
import { count, plural } from "../../look/format";
import type { Crossed, ReplaceBody } from "./queries";

/** The server makes no more at once. */
export const MOST = 200;

/** 3 media × 4 headlines × 2 bodies = 24 creatives; what is not chosen does not count. */
export function sum(media: number, headlines: number, bodies: number): { made: number; words: string } {
  const made = media * Math.max(1, headlines) * Math.max(1, bodies);
  const parts = [
    media === 1 ? "1 medium" : `${media} media`,
    headlines > 0 && plural(headlines, "headline"),
    bodies > 0 && (bodies === 1 ? "1 body" : `${bodies} bodies`),
  ].filter(Boolean);
  return { made, words: `${parts.join(" × ")} = ${made === 1 ? "1 creative" : `${count(made)} creatives`}` };
}

export const fresh = (crossed: Crossed[]) => crossed.filter((c) => !c.existing).length;

export function standingWords(s: Schemas["Standing"]): string {
  return s.placements === 0 ? "shown nowhere" : `fits ${s.runs} of ${s.placements}`;
}

export const SLOTS: { part: ReplaceBody["part"]; words: string }[] = [
  { part: "MEDIA", words: "Picture or video" },
  { part: "HEADLINE", words: "Headline" },
  { part: "BODY", words: "Body" },
  { part: "DESCRIPTION", words: "Description" },
  { part: "LINK", words: "Link" },
];

/** What stands in a part of the creatives, each with how many it stands in, the commonest first. */
export function standing(
  creatives: Schemas["Creative"][],
  part: ReplaceBody["part"],
): { value: string; words: string; times: number }[] {
  const found = new Map<string, { value: string; words: string; times: number }>();
  for (const c of creatives) {
    const values = {
      MEDIA: c.media.map((m) => [m.sha256, m.fileName]),
      HEADLINE: c.headlines.map((t) => [t, t]),
      BODY: c.bodies.map((t) => [t, t]),
      DESCRIPTION: c.descriptions.map((t) => [t, t]),
      LINK: [[c.link, c.link]],
    }[part];
    for (const [value = "", words = ""] of new Map(values.map((v) => [v[0], v])).values()) {
      if (!value.trim()) continue;
      const known = found.get(value);
      if (known) known.times++;
      else found.set(value, { value, words, times: 1 });
    }
  }
  return [...found.values()].sort((a, b) => b.times - a.times || a.words.localeCompare(b.words));
}
