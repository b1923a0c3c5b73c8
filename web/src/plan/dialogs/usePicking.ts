import { useState } from "react";
import type { Schemas } from "../../api/client";
import { sized } from "../../look/format";

/** What can be taken onto a sheet. */
export interface Choice {
  id: string;
  words: string;
  note: string;
}

/** The audiences that an account can take as rows. */
export const peopleOn = (accountId: string, audiences: readonly Schemas["Audience"][]): Choice[] =>
  audiences
    .filter((a) => a.accountId === accountId)
    .map((a) => ({ id: a.id, words: a.name, note: sized(a.size) }));

/** Creatives as columns. */
export const shownAs = (creatives: readonly Schemas["Creative"][]): Choice[] =>
  creatives.map((c) => ({ id: c.id, words: c.name, note: c.headlines[0] ?? "" }));

export type Picking = ReturnType<typeof usePicking>;

/**
 * Takes some of what there is: what was ticked, or else all that is found by what was typed.
 *
 * @param begun what is ticked to begin with
 */
export function usePicking(choices: Choice[], begun: string[] = []) {
  const [ticked, setTicked] = useState(begun);
  const [text, setText] = useState("");
  const sought = text.trim().toLowerCase();
  const found = choices.filter((c) => c.words.toLowerCase().includes(sought));
  const chosen = ticked.filter((id) => choices.some((c) => c.id === id));
  const tick = (ids: string[], on: boolean) =>
    setTicked((now) => [...now.filter((id) => !ids.includes(id)), ...(on ? ids : [])]);
  return {
    found,
    text,
    setText,
    chosen,
    tick,
    taken: chosen.length > 0 || !sought ? chosen : found.map((c) => c.id),
  };
}
