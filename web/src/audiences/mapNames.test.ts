import { expect, it } from "vitest";
import { withRoom } from "./mapNames";

const town = (words: string, x: number, y: number) => ({ at: { x, y }, words, below: false });

it.each([
  {
    of: "side by side, the first alone",
    names: [town("Bradford", 10, 10), town("Leeds", 40, 12)],
    room: [true, false],
  },
  { of: "one under the other", names: [town("Bradford", 10, 10), town("Leeds", 10, 40)], room: [true, true] },
  // What had no room takes none from the next.
  {
    of: "three in a line",
    names: [town("Leeds", 0, 0), town("Bradford", 20, 0), town("Hull", 60, 0)],
    room: [true, false, true],
  },
  {
    of: "a circle's name, which stands in the middle below",
    names: [{ at: { x: 100, y: 100 }, words: "Halifax", below: true }, town("Huddersfield", 80, 112)],
    room: [true, false],
  },
])("names $of", ({ names, room }) => {
  expect(withRoom(names)).toEqual(room);
});
