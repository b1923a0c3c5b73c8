import { useCallback, type RefCallback } from "react";

const STEPS: Record<string, (at: number, last: number) => number> = {
  ArrowUp: (at) => at - 1,
  ArrowDown: (at) => at + 1,
  ArrowLeft: (at) => at - 1,
  ArrowRight: (at) => at + 1,
  Home: () => 0,
  End: (_, last) => last,
};

const TEXT = "input:not([type=checkbox], [type=radio]), textarea";
const IN_TEXT = ["ArrowLeft", "ArrowRight", "Home", "End"];

const CHOSEN = "[aria-selected=true], [aria-current], .on";

/**
 * Makes a list one stop of the Tab key: the chosen one of its things, or the first, and arrows go from one to the next.
 *
 * @param things what is gone to, as a selector within the list
 */
export function useRoving(things: string): RefCallback<HTMLElement> {
  return useCallback(
    (room) => {
      if (!room) return;
      const all = () => [...room.querySelectorAll<HTMLElement>(things)];
      const stopAt = (stop: HTMLElement | undefined) => {
        for (const thing of all()) {
          const tabIndex = thing === stop ? 0 : -1;
          if (thing.tabIndex !== tabIndex) thing.tabIndex = tabIndex;
        }
      };
      const settle = () => {
        const found = all();
        const held = found.find((thing) => thing === document.activeElement);
        stopAt(held ?? found.find((thing) => thing.matches(CHOSEN)) ?? found[0]);
      };
      const press = (event: KeyboardEvent) => {
        // Within a text these go from letter to letter.
        if ((event.target as HTMLElement).matches(TEXT) && IN_TEXT.includes(event.key)) return;
        const found = all();
        const at = found.findIndex((thing) => thing === event.target);
        const next = found[STEPS[event.key]?.(at, found.length - 1) ?? -1];
        if (at < 0 || !next || event.ctrlKey || event.metaKey || event.altKey) return;
        event.preventDefault();
        stopAt(next);
        next.focus();
      };
      const focused = (event: FocusEvent) => {
        if ((event.target as HTMLElement).matches(things)) stopAt(event.target as HTMLElement);
      };
      settle();
      const changes = new MutationObserver(settle);
      changes.observe(room, {
        childList: true,
        subtree: true,
        attributes: true,
        attributeFilter: ["class", "aria-selected", "aria-current"],
      });
      room.addEventListener("keydown", press);
      room.addEventListener("focusin", focused);
      return () => {
        changes.disconnect();
        room.removeEventListener("keydown", press);
        room.removeEventListener("focusin", focused);
      };
    },
    [things],
  );
}
