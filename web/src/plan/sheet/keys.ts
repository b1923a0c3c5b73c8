/** A key that was pressed, as the browser or React tells it. */
export type Pressed = Pick<
  globalThis.KeyboardEvent,
  "key" | "ctrlKey" | "metaKey" | "shiftKey" | "target" | "preventDefault"
>;

/** A pressed key as doables name theirs: "S", "Shift D", "Ctrl Z", "Space". */
export function keysOf(event: Pressed): string {
  const control = event.ctrlKey || event.metaKey;
  const key = event.key === " " ? "Space" : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const shift = event.shiftKey && (control || /^[A-Z]$/.test(key));
  return `${control ? "Ctrl " : ""}${shift ? "Shift " : ""}${key}`;
}

/** Where letters are written; a lens, which is a radio button, takes none. */
export const TEXT_INPUT = "input:not([type=radio], [type=checkbox])";

/** A key that is a single sign without Ctrl: what a person may turn off. */
export function isSingle(event: Pressed): boolean {
  return event.key.length === 1 && event.key !== " " && !event.ctrlKey && !event.metaKey;
}
