import { App } from "antd";
import { useCallback } from "react";
import { inOwnUnit } from "../look/format";

const LONG_ENOUGH_S = 8;

/** Waits for a change, goes on from what it made, and tells why where it was refused; whether it was made. */
export function useChange() {
  const { message } = App.useApp();
  return useCallback(
    async <T>(change: Promise<T>, then?: (made: T) => unknown): Promise<boolean> => {
      try {
        const made = await change;
        await then?.(made);
        return true;
      } catch (e) {
        message.error({ content: inOwnUnit((e as Error).message), duration: LONG_ENOUGH_S });
        return false;
      }
    },
    [message],
  );
}
