/** Where the work of a screen begins. */
export const WORK = "work";

let gone = false;

/** From now on a screen was come to from another. */
export function goneOn(): void {
  gone = true;
}

/** Goes past the rail, the top line and the list of things. */
export function toWork(): void {
  document.getElementById(WORK)?.focus();
}

/** What was pressed to come here went with the screen before: Tab goes on from the work, not from the top of the page. */
export function arrive(): void {
  if (gone && document.activeElement === document.body) toWork();
}
