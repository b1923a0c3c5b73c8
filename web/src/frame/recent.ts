const MOST = 24;

const keyOf = (clientId: string) => `tidewrack.recent.${clientId}`;

/** What was made or opened last in this browser, by id, the last first. */
function recent(clientId: string): string[] {
  try {
    const kept: unknown = JSON.parse(window.localStorage.getItem(keyOf(clientId)) ?? "[]");
    return Array.isArray(kept) ? kept.filter((id) => typeof id === "string") : [];
  } catch {
    return [];
  }
}

/** Remembers that a thing of the client was opened. */
export function opened(clientId: string, id: string): void {
  const now = [id, ...recent(clientId).filter((other) => other !== id)].slice(0, MOST);
  window.localStorage.setItem(keyOf(clientId), JSON.stringify(now));
}

/** The same things, those that were opened last first; the others as they stood. */
export function recentFirst<T extends { id: string }>(clientId: string, things: readonly T[]): T[] {
  const at = new Map(recent(clientId).map((id, i) => [id, i]));
  return things.toSorted((a, b) => (at.get(a.id) ?? MOST) - (at.get(b.id) ?? MOST));
}
