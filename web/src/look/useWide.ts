import { useSyncExternalStore } from "react";

/** Whether the window is at least so many pixels wide; asked again when it becomes wider or narrower. */
export function useWide(pixels: number): boolean {
  const query = `(min-width: ${pixels}px)`;
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(query);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => window.matchMedia(query).matches,
  );
}
