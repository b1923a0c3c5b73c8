import { computeAccessibleName } from "dom-accessibility-api";

/** Something on the screen that a person could press or type into. */
export interface OnScreen {
  id: number;
  /** As a screen reader tells it. */
  words: string;
  /** Whether it is filled in, and so only gets the focus; else it is pressed. */
  field: boolean;
  /** Whether it is one to tick. */
  box: boolean;
  ticked: boolean;
  /** Presses it where it stands. */
  press: () => void;
  /** Goes there, and presses what is not filled in. */
  go: () => void;
}

const CONTROLS =
  "button, a[href], input:not([type=hidden], [type=file]), select, textarea, [role=button], [role=tab]";
/** What has groups of its own in the finder, and what is no part of the work. */
const ELSEWHERE = "nav, .top, .skip, .thing, .finder, [aria-hidden=true], [inert]";
const PRESSED = new Set(["checkbox", "radio", "button", "submit"]);
/** More cannot be told apart by a few letters. */
const MOST = 400;

const isField = (e: HTMLElement) =>
  (e instanceof HTMLInputElement && !PRESSED.has(e.type)) ||
  e instanceof HTMLTextAreaElement ||
  e instanceof HTMLSelectElement;

/** One of several that stand beside each other is told with what they are about: their own words are short. */
function nameOf(e: HTMLElement): string {
  const name = computeAccessibleName(e).trim();
  const group = e instanceof HTMLInputElement && e.type === "radio" && e.closest("[role=radiogroup]");
  const about = group && name ? computeAccessibleName(group) : "";
  return about ? `${about}: ${name}` : name;
}

function go(e: HTMLElement, field: boolean) {
  e.focus();
  if (!field) e.click();
  else if (e instanceof HTMLInputElement || e instanceof HTMLTextAreaElement) e.select();
}

/**
 * What can be pressed or filled in on the screen at hand, by name; while a dialog or drawer is open, what is in the last one. So whatever
 * is on a screen is three keys and a few letters away, however far its place is among the stops of Tab.
 */
export function onScreen(): { inDialog: boolean; controls: OnScreen[] } {
  const dialogs = [...document.querySelectorAll<HTMLElement>("[role=dialog]")].filter(
    (d) => d.checkVisibility() && !d.querySelector(".finder"),
  );
  const dialog = dialogs.at(-1);
  const within = dialog ?? document.body;
  const told = new Map<string, OnScreen>();
  for (const e of within.querySelectorAll<HTMLElement>(CONTROLS)) {
    if (told.size === MOST) break;
    if (e.matches(":disabled") || e.closest(ELSEWHERE) || !e.checkVisibility()) continue;
    const words = nameOf(e);
    const field = isField(e);
    if (words && !told.has(words)) {
      const box = e instanceof HTMLInputElement && e.type === "checkbox";
      const ticked = box && e.checked;
      const does = { press: () => e.click(), go: () => go(e, field) };
      told.set(words, { id: told.size, words, field, box, ticked, ...does });
    }
  }
  return { inDialog: !!dialog, controls: [...told.values()] };
}
