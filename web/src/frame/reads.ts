import { createContext, useContext } from "react";

/** Whether the person only reads the client at hand: what changes something is then not offered. */
export const Reads = createContext(false);

export function useReads(): boolean {
  return useContext(Reads);
}
