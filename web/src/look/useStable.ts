import { useCallback, useEffect, useRef } from "react";

/** A function that stays the same from draw to draw and does what the newest one does, so that a drawn part can stay. */
export function useStable<A extends unknown[], R>(newest: (...args: A) => R): (...args: A) => R {
  const held = useRef(newest);
  useEffect(() => {
    held.current = newest;
  });
  return useCallback((...args: A) => held.current(...args), []);
}
