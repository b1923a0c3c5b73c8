import { useEffect, useRef } from "react";

/** Ctrl Z and Ctrl Shift Z wherever the eye is on this screen; the grid has its own, and inputs keep theirs. */
export function useUndoKeys(step: (which: "undo" | "redo") => void) {
  const latest = useRef(step);
  useEffect(() => {
    latest.current = step;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const elsewhere = (event.target as HTMLElement).closest("input, textarea, [role=grid]");
      if (elsewhere || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      latest.current(event.shiftKey ? "redo" : "undo");
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
