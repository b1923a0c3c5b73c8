import { expect, it } from "vitest";
import { inSight } from "./inSight";

// A room of 900 pixels, 244 and 108 of which are taken at its ends: 548 are left.
it.each([
  { is: "the first, not scrolled", start: 244, at: 0, goes: undefined },
  { is: "the last that is whole", start: 692, at: 0, goes: undefined },
  { is: "one that is cut", start: 693, at: 0, goes: 1 },
  { is: "one far beyond", start: 5244, at: 0, goes: 4552 },
  { is: "one that begins under what stays", start: 344, at: 101, goes: 100 },
  { is: "the first again", start: 244, at: 4552, goes: 0 },
  { is: "one that would be before the beginning", start: 100, at: 50, goes: 0 },
])("brings $is into sight, and no further", ({ start, at, goes }) => {
  expect(inSight(start, 100, { at, size: 900, before: 244, after: 108 })).toBe(goes);
});
