import type { Schemas } from "../../api/client";
import type { Phrase } from "../model";
import { feelingWord } from "../said/model";
import type { Found } from "../said/queries";
import type { Frame, Look, Part, Piece } from "./queries";

export const BECOMES: Record<Part["becomes"], string> = {
  BODY: "body",
  HEADLINE: "headline",
  DESCRIPTION: "description",
  SCRIPT: "film",
};

export const EASE: Record<NonNullable<Look["readability"]>["ease"], string> = {
  EASY: "easy to read",
  PLAIN: "plain",
  HARD: "hard to read",
  VERY_HARD: "very hard to read",
};

/** A piece as it begins. */
export const begun = (frame: Frame, name: string, language: string): Schemas["PieceBody"] => ({
  version: 0,
  name,
  written: { frame, texts: frame.parts.map(() => ""), sources: [], language },
});

/** With another text of a part; one that is emptied forgets what it was written from. */
export function withText(piece: Piece, part: number, text: string): Piece {
  const texts = piece.written.texts.map((t, i) => (i === part ? text : t));
  const sources = text.trim() ? piece.written.sources : piece.written.sources.filter((s) => s.part !== part);
  return { ...piece, written: { ...piece.written, texts, sources } };
}

/** With words of customers put at the end of a part, which remembers where they came from. */
export function withWords(piece: Piece, part: number, found: Found, words: string): Piece {
  const before = piece.written.texts[part]?.trimEnd() ?? "";
  const next = withText(piece, part, before ? `${before} ${words}` : words);
  const said = { feeling: found.feeling, words: found.words, people: found.people };
  const sources = [...next.written.sources.filter((s) => s.part !== part), { part, said }];
  return { ...next, written: { ...next.written, sources } };
}

/** A wrongly spelled word put right. */
export const corrected = (
  text: string,
  mistake: { from: number; to: number; word: string },
  right: string,
): string =>
  text.slice(mistake.from, mistake.to) === mistake.word
    ? text.slice(0, mistake.from) + right + text.slice(mistake.to)
    : text;

/** What a piece becomes in the copy deck: its body as one, and each headline and description. */
export function wordings(piece: Piece, body: string | null | undefined): Schemas["Wording"][] {
  const { frame, texts, sources, language } = piece.written;
  const made: Schemas["Wording"][] = [];
  const add = (kind: Phrase["kind"], text: string, parts: number[]) => {
    const source = sources.find((s) => parts.includes(s.part))?.said;
    if (text.trim())
      made.push({
        kind,
        text: text.trim(),
        angle: source ? feelingWord(source.feeling) : "",
        language,
        source: source ?? null,
      });
  };
  const bodies = frame.parts.flatMap((p, i) => (p.becomes === "BODY" ? [i] : []));
  add("BODY", body ?? "", bodies);
  frame.parts.forEach((p, i) => {
    if (p.becomes === "HEADLINE" || p.becomes === "DESCRIPTION") add(p.becomes, texts[i] ?? "", [i]);
  });
  return made;
}

/** Seconds that a film has, and that its words take. */
export function timing(frame: Frame, look: Look | undefined): { has: number; takes: number } | undefined {
  const film = frame.parts.map((p, i) => ({ p, i })).filter(({ p }) => p.becomes === "SCRIPT");
  if (film.length === 0) return undefined;
  return {
    has: film.reduce((sum, { p }) => sum + p.seconds, 0),
    takes: film.reduce((sum, { i }) => sum + (look?.parts[i]?.seconds ?? 0), 0),
  };
}

/** What review refuses, once for all networks that do. */
export function risksOf(risks: Look["parts"][number]["risks"]): { words: string; networks: string }[] {
  const networks = new Map<string, string[]>();
  for (const r of risks) networks.set(r.words, [...(networks.get(r.words) ?? []), r.network]);
  return [...networks].map(([words, names]) => ({ words, networks: names.join(", ") }));
}
