import type { InputRef } from "antd";
import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/** State of an address whose thing was just made: its name is what is typed first. */
export const MADE = { made: true };

/** The same where several were made together: what is done next may be done with all of them. */
export const madeTogether = (ids: string[]) => (ids.length > 1 ? { together: ids } : MADE);

/** What was made together with the thing of the address at hand, itself among them; none where it was made alone, or long ago. */
export function useMadeTogether(): string[] {
  const state: unknown = useLocation().state;
  const told = state && typeof state === "object" && "together" in state ? state.together : [];
  return Array.isArray(told) ? told.filter((id) => typeof id === "string") : [];
}

const wasMade = (state: unknown): boolean => !!state && typeof state === "object" && "made" in state;

/** For the field of a thing's name: it has the focus, and what is proposed there selected, when the thing was just made. */
export function useNameFirst() {
  const { key, state } = useLocation();
  const name = useRef<InputRef>(null);
  useEffect(() => {
    if (wasMade(state)) name.current?.focus({ cursor: "all" });
  }, [key, state]);
  return name;
}
