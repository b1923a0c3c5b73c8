import { count } from "../../look/format";
import type { Phrase } from "../model";
import type { Collection, Feeling, Found } from "./queries";

export const FEELINGS: { feeling: Feeling; one: string; asks: string }[] = [
  { feeling: "PAIN", one: "pain", asks: "What goes wrong for them" },
  { feeling: "WISH", one: "wish", asks: "What they would like" },
  { feeling: "PRAISE", one: "praise", asks: "What they are glad of" },
  { feeling: "DOUBT", one: "doubt", asks: "What keeps them from it" },
];

/** A feeling in a word, which is also the angle of what is written from it. */
export const feelingWord = (feeling: Feeling): string =>
  FEELINGS.find((f) => f.feeling === feeling)?.one ?? "";

export const LANGUAGES: Record<string, string> = { en: "English", de: "German", da: "Danish", nl: "Dutch" };

export const KINDS: Record<Collection["kind"], string> = {
  REVIEWS: "Reviews",
  COMMENTS: "Comments",
  CHATS: "Chats",
  ANSWERS: "Answers of leads",
};

const ASIDE: Record<string, string> = {
  EMPTY: "empty",
  TOO_LONG: "too long",
  OTHER_LANGUAGE: "in another language, or too short to say",
};

/** What a collection holds, and what of it was put aside. */
export function holds(c: Collection): string {
  const kept = Object.entries(c.languages).map(([tag, n]) => `${count(n)} ${LANGUAGES[tag] ?? tag}`);
  const aside = Object.entries(c.aside).map(([why, n]) => `${count(n)} ${ASIDE[why] ?? why}`);
  return [kept.join(", "), aside.length > 0 && `put aside: ${aside.join(", ")}`].filter(Boolean).join("; ");
}

/** The languages of all that is there, the one most is written in first. */
export function languagesOf(collections: Collection[]): { tag: string; texts: number }[] {
  const texts = new Map<string, number>();
  for (const c of collections)
    for (const [tag, n] of Object.entries(c.languages)) texts.set(tag, (texts.get(tag) ?? 0) + n);
  return [...texts].map(([tag, n]) => ({ tag, texts: n })).sort((a, b) => b.texts - a.texts);
}

const MANY = 1000;

/** How much more often than is ordinary; at least so much, so it is rounded down. */
export function oftener(times: number): string {
  if (times >= MANY) return `over ${count(MANY)} ×`;
  return times >= 10 ? `${Math.floor(times)} ×` : `${(Math.floor(times * 10) / 10).toFixed(1)} ×`;
}

/** A phrase as a line of copy begins: with a large letter. */
export const asLine = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A phrase of the copy deck from what was found. */
export const wordingOf = (
  found: Found,
  kind: Phrase["kind"],
  text: string,
  angle: string,
  language: string,
) => ({
  kind,
  text,
  angle,
  language,
  source: { feeling: found.feeling, words: found.words, people: found.people },
});
