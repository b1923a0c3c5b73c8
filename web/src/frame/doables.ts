import { useEffect } from "react";
import { create } from "zustand";

/** Something that can be done on the screen at hand; Ctrl K lists it. */
export interface Doable {
  id: string;
  words: string;
  /** The key that does it at once, as it is shown. */
  keys?: string;
  run: () => void;
}

interface Doables {
  list: Doable[];
  set: (list: Doable[]) => void;
}

export const useDoables = create<Doables>((set) => ({ list: [], set: (list) => set({ list }) }));

/** Offers what the screen can do, for as long as it is open. */
export function useOffer(list: Doable[]) {
  const { set } = useDoables.getState();
  useEffect(() => set(list));
  useEffect(() => () => set([]), [set]);
}
