import { useEffect, useState } from "react";

/** A value once it has stayed the same for so many milliseconds; undefined while it has not. */
export function useSettled(value: string, ms: number): string | undefined {
  const [settled, setSettled] = useState<string>();
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(value), ms);
    return () => window.clearTimeout(timer);
  }, [value, ms]);
  return settled === value ? settled : undefined;
}
