import { create } from "zustand";

/**
 * Whether everything is kept, for the top line. Whoever saves says when it begins and how it ended; the words are made
 * of that and of nothing else.
 */
interface Kept {
  saving: number;
  /** Edits that could not be sent yet, by who holds them. */
  waiting: Record<string, number>;
  /** Why something was not taken; cleared by the next that is. */
  refused: string | undefined;
  keptAt: number | undefined;
  begin: () => void;
  kept: () => void;
  refuse: (why: string) => void;
  hold: (who: string, edits: number) => void;
}

export const useKept = create<Kept>((set) => ({
  saving: 0,
  waiting: {},
  refused: undefined,
  keptAt: undefined,
  begin: () => set((s) => ({ saving: s.saving + 1 })),
  kept: () => set((s) => ({ saving: Math.max(0, s.saving - 1), keptAt: Date.now(), refused: undefined })),
  refuse: (why) => set((s) => ({ saving: Math.max(0, s.saving - 1), refused: why })),
  hold: (who, edits) => set((s) => ({ saving: 0, waiting: { ...s.waiting, [who]: edits } })),
}));

export function waitingEdits(waiting: Record<string, number>): number {
  return Object.values(waiting).reduce((sum, n) => sum + n, 0);
}
