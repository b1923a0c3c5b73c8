/** What of a room is taken at its ends by what stays there, and what of it is in sight; all in pixels. */
interface Room {
  /** How far it is scrolled. */
  at: number;
  /** From edge to edge. */
  size: number;
  before: number;
  after: number;
}

/**
 * How far a room is to be scrolled for a stretch to be in sight, by no more than it takes; undefined where it is in sight.
 * It asks the browser for nothing: a question about sizes after a change makes it lay all of the page out at once.
 */
export function inSight(start: number, size: number, room: Room): number | undefined {
  const first = room.at + room.before;
  const last = room.at + room.size - room.after;
  if (start < first) return Math.max(0, start - room.before);
  if (start + size > last) return start + size + room.after - room.size;
  return undefined;
}
