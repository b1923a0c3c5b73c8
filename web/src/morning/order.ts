import type { MorningClient } from "../api/morning";
import { moved } from "../look/lists";

/** In the person's own order; those they never put anywhere come behind, as they are. */
export function inOwnOrder(clients: readonly MorningClient[]): MorningClient[] {
  const last = clients.length + Math.max(0, ...clients.map((c) => c.place ?? 0));
  return [...clients].sort((a, b) => (a.place ?? last) - (b.place ?? last));
}

/** Ids in the order after one of them went up or down by one, or to the top. */
export function movedTo(ids: readonly string[], id: string, by: "up" | "down" | "top"): string[] {
  const from = ids.indexOf(id);
  const to = by === "top" ? 0 : Math.min(ids.length - 1, Math.max(0, from + (by === "up" ? -1 : 1)));
  return moved(ids, from, to);
}
