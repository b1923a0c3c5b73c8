const LETTER_PX = 6.4;
const LINE_PX = 14;

interface Name {
  /** Where its place is drawn, in pixels. */
  at: { x: number; y: number };
  words: string;
  /** Below its place and in the middle; otherwise to the right of it. */
  below: boolean;
}

/** Which names can be written without one over another; those that come first have the room. */
export function withRoom(names: Name[]): boolean[] {
  const taken: { left: number; right: number; top: number; bottom: number }[] = [];
  return names.map(({ at, words, below }) => {
    const width = words.length * LETTER_PX;
    const left = below ? at.x - width / 2 : at.x + 4;
    const top = below ? at.y + 4 : at.y - LINE_PX / 2;
    const box = { left, right: left + width, top, bottom: top + LINE_PX };
    const free = taken.every(
      (t) => box.right < t.left || box.left > t.right || box.bottom < t.top || box.top > t.bottom,
    );
    if (free) taken.push(box);
    return free;
  });
}
