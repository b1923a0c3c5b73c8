import { useEffect } from "react";
import type { Edits } from "./useEdits";

/** Ctrl Z and Ctrl Shift Z wherever the eye is on this screen; the grid has its own, and inputs keep theirs. */
export function useUndoKeys(edits: Edits) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const elsewhere = (event.target as HTMLElement).closest("input, textarea, [role=grid]");
      if (elsewhere || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey) edits.redo();
      else edits.undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [edits]);
}
