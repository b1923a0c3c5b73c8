import type { Schemas } from "../api/client";
import { plural } from "../look/format";
import type { FilmHold, MixView, Part, Slot, ValueWorks } from "./queries";

export type Trait = Schemas["TraitWorks"]["trait"];

export const TRAITS: Record<Trait, string> = {
  HEADLINE: "Headline",
  BODY: "Body",
  ANGLE: "Angle",
  SOURCE: "Where the words are from",
  TEXT_LENGTH: "Length of the body",
  ACTION: "Call to action",
  MEDIUM: "Picture or film",
  OPENING: "Opening of the film",
  COLOUR: "Colour",
  FACE: "Face",
  TEXT: "Text on the picture",
  MARK: "Mark",
  FILM_LENGTH: "Length of the film",
  FORMAT: "Format",
  LINK: "Link",
};

const NONE = "NONE";

const VALUES: Partial<Record<Trait, Record<string, string>>> = {
  SOURCE: {
    [NONE]: "written by ourselves",
    PAIN: "customers’ pain",
    WISH: "customers’ wish",
    PRAISE: "customers’ praise",
    DOUBT: "customers’ doubt",
  },
  FACE: { FACE: "a face", [NONE]: "no face" },
  MARK: { MARK: "with the mark", [NONE]: "without" },
  TEXT: { [NONE]: "none", SOME: "some", MUCH: "over 20 %" },
};

const UNITS: Partial<Record<Trait, string>> = { TEXT_LENGTH: "characters", FILM_LENGTH: "s" };

/** What a file is called; nothing is known before names are there. */
export function fileWords(sha: string, names: ReadonlyMap<string, string>): string {
  return names.get(sha) ?? (names.size > 0 ? "removed since" : "…");
}

/** A value as it is read. @param names of media by their hash, and of formats by their code */
export function valueWords(trait: Trait, value: string, names: ReadonlyMap<string, string>): string {
  const unit = UNITS[trait];
  if (unit) return `${value.replace("-", " to ").replace(/^(\d+)\+$/, "$1 or more")} ${unit}`;
  if (trait === "MEDIUM" || trait === "OPENING") return fileWords(value, names);
  return VALUES[trait]?.[value] ?? names.get(value) ?? (trait === "COLOUR" ? value.toLowerCase() : value);
}

/** What a value does beside others, in short. */
export function verdict({ value }: ValueWorks): { tone: "more" | "less" | "open" | "hint"; words: string } {
  const { beside, held } = value;
  if (held === "NEVER_BESIDE") return { tone: "hint", words: "alone in its row" };
  if (!beside) return { tone: "open", words: "too little came" };
  if (!beside.p || beside.p <= 0.05) {
    const more = beside.times > 1;
    if (held === "MIXED") return { tone: "hint", words: more ? "a hint: more" : "a hint: less" };
    return { tone: more ? "more" : "less", words: more ? "brings more" : "brings less" };
  }
  return { tone: "open", words: "can be chance" };
}

/** What has a trait; with fewer than some it may be these and not their trait. */
const CARRIERS: Partial<Record<Trait, string>> = {
  ANGLE: "headline",
  SOURCE: "headline",
  TEXT_LENGTH: "body",
  OPENING: "film",
  COLOUR: "picture",
  FACE: "picture",
  TEXT: "picture",
  MARK: "picture",
  FILM_LENGTH: "film",
  FORMAT: "picture",
};
const FEWEST = 3;

const list = (words: string[]) =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

/** Why it is so, and how far it is to be believed. */
export function explained({ value }: ValueWorks, what: string): string {
  const { beside, held, mixedWith, ads, carriers, trait } = value;
  const shown = `${plural(ads, "ad")} ${ads === 1 ? "shows" : "show"} it.`;
  if (held === "NEVER_BESIDE")
    return `${shown} None of them runs beside another in one row, so whom it was shown to cannot be told from what was shown.`;
  if (!beside) return `${shown} Too little came of it beside others to compare.`;
  const by = `In the same rows and on the same days it brings ${times(beside.times)} ${what}, with 95 % certainty ${times(beside.between.from)} to ${times(beside.between.to)}, on ${plural(beside.days, "day")}.`;
  if (held === "APART") return `${shown} ${by} All else was alike.`;
  const of = mixedWith.map((t) => TRAITS[t].toLowerCase());
  const carrier = CARRIERS[trait];
  const few =
    carrier && carriers < FEWEST
      ? `; only ${plural(carriers, carrier)} ${carriers === 1 ? "has" : "have"} it`
      : "";
  return `${shown} ${by} ${
    of.length > 0
      ? `But ${list(of)} ${of.length === 1 ? "differs" : "differ"} along with it${few}`
      : "But what else differs changes from pair to pair"
  }. A test of this one thing would tell.`;
}

export function times(value: number): string {
  return `${value >= 10 ? Math.round(value) : value.toFixed(2)} ×`;
}

/** How far to either side is drawn, as times. */
export const REACH = 3;

/** Where a ratio stands on a line from a third to three times, 0 to 1. */
export function at(ratio: number): number {
  const share = (Math.log(ratio) / Math.log(REACH) + 1) / 2;
  return Math.min(1, Math.max(0, share));
}

export const SLOTS: Record<Slot, string> = {
  MEDIA: "Pictures and films",
  HEADLINE: "Headlines",
  BODY: "Bodies",
  DESCRIPTION: "Descriptions",
  CALL_TO_ACTION: "Calls to action",
};

/** What can be replaced in a creative by its slot; calls to action are chosen in the creative itself. */
export const REPLACED: Partial<Record<Slot, Schemas["ReplaceBody"]["part"]>> = {
  MEDIA: "MEDIA",
  HEADLINE: "HEADLINE",
  BODY: "BODY",
  DESCRIPTION: "DESCRIPTION",
};

/** The part of a slot that is likeliest the best, where one is likelier than all others together. */
export function likeliest(mix: MixView, slot: Slot): string | undefined {
  return mix.slots.find((s) => s.slot === slot)?.parts.find((p) => p.stands.best > 0.5)?.part;
}

/** Parts that may be left open in a new creative, all but the one that is kept for what it does. */
export const OPEN: { part: Part; words: string; keeps: Trait[] }[] = [
  {
    part: "MEDIA",
    words: "Another picture or film",
    keeps: ["MEDIUM", "OPENING", "COLOUR", "FACE", "TEXT", "MARK", "FILM_LENGTH", "FORMAT"],
  },
  { part: "HEADLINE", words: "Another headline", keeps: ["HEADLINE", "ANGLE", "SOURCE"] },
  { part: "BODY", words: "Another body", keeps: ["BODY", "TEXT_LENGTH"] },
  { part: "CALL_TO_ACTION", words: "Another call to action", keeps: ["ACTION"] },
];

export const MARKS = ["start", "25 %", "50 %", "75 %", "end"] as const;

/** Shares of a film at which it is counted who is still there. */
export const MARK_SHARES = [0, 0.25, 0.5, 0.75, 0.95];

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What the marked part of a film loses. */
export function dropWords(film: FilmHold): string | undefined {
  const { drop } = film;
  if (!drop) return undefined;
  const usual = drop.usual == null ? "" : `, of the other films ${percent(drop.usual)}`;
  return `Between ${MARKS[drop.from]} and ${MARKS[drop.from + 1]}, ${percent(drop.lost)} of those still there leave${usual}.`;
}

/** The share still watching at a point of the film, in a straight line between what is counted. */
export function stillAt(still: readonly number[], share: number): number {
  for (let i = 1; i < MARK_SHARES.length; i++) {
    const [from, to] = [MARK_SHARES[i - 1] ?? 0, MARK_SHARES[i] ?? 1];
    if (share <= to) {
      const [a, b] = [still[i - 1] ?? 0, still[i] ?? 0];
      return a + ((share - from) / (to - from)) * (b - a);
    }
  }
  return still.at(-1) ?? 0;
}
