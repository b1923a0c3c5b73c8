import { create } from "zustand";

/** What one saver has not kept yet, and whether the server answers it. */
interface Held {
  unsaved: number;
  connected: boolean;
}

/**
 * Whether everything is kept, for the top line. Each saver says what it holds under a name of its own; the words are made of all of
 * that and of nothing else.
 */
interface Kept {
  held: Readonly<Record<string, Held>>;
  /** Why something was not taken; cleared by the next that is. */
  refused: string | undefined;
  keptAt: number | undefined;
  /** What the last edit did, for those who do not see it. */
  did: string | undefined;
  tell: (who: string, unsaved: number, connected: boolean) => void;
  kept: (did?: string) => void;
  refuse: (why: string) => void;
}

export const useKept = create<Kept>((set) => ({
  held: {},
  refused: undefined,
  keptAt: undefined,
  did: undefined,
  tell: (who, unsaved, connected) =>
    set((s) => {
      const { [who]: before, ...others } = s.held;
      if (unsaved === 0) return before ? { held: others } : s;
      return { held: { ...others, [who]: { unsaved, connected } } };
    }),
  kept: (did) => set({ keptAt: Date.now(), refused: undefined, did }),
  refuse: (why) => set({ refused: why }),
}));

/** Whether some saver still saves. */
export function saving(held: Kept["held"]): boolean {
  return Object.values(held).some((h) => h.connected);
}

/** Changes that wait for the server to answer. */
export function waitingEdits(held: Kept["held"]): number {
  return Object.values(held).reduce((sum, h) => sum + (h.connected ? 0 : h.unsaved), 0);
}

/** Whether nothing is left to be kept. */
export function allKept(held: Kept["held"]): boolean {
  return Object.keys(held).length === 0;
}
