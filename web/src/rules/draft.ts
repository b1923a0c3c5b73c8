import { create } from "zustand";
import type { Scheme } from "./model";

interface Drafts {
  /** By client: a scheme that is not kept yet, and the version it was made from. */
  byClient: Record<string, { after: number; scheme: Scheme } | undefined>;
  set: (clientId: string, draft: { after: number; scheme: Scheme } | undefined) => void;
}

/** Patterns being changed; they outlast a look at another screen. */
export const useDrafts = create<Drafts>((set) => ({
  byClient: {},
  set: (clientId, draft) => set((s) => ({ byClient: { ...s.byClient, [clientId]: draft } })),
}));
