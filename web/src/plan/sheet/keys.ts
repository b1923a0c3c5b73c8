import { useEffect, useRef, type RefObject } from "react";

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

const KEEPS_ITS_KEYS = `${TEXT_INPUT}, textarea, [role=dialog], [role=menu], [role=combobox], [role=grid]`;

/**
 * The sheet's keys wherever the eye is on its screen, such as after a dialog has closed: nobody should have to click into the
 * sheet first. A button keeps Enter, Space and the arrows.
 */
export function useSheetKeys(sheet: RefObject<HTMLElement | null>, press: (event: Pressed) => void) {
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const at = event.target as HTMLElement;
      const chord = event.ctrlKey || event.metaKey || event.altKey;
      const own = at !== document.body && !/^[a-z0-9/]$/i.test(event.key);
      if (event.defaultPrevented || chord || own || at.closest(KEEPS_ITS_KEYS)) return;
      sheet.current?.focus({ preventScroll: true });
      latest.current(event);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [sheet]);
}
