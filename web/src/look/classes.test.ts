import { expect, it } from "vitest";

const SHEETS = import.meta.glob<string>("../**/*.css", { query: "?raw", import: "default", eager: true });
/** What all rooms are built with; they may refine its classes under a second one. */
const SHARED = ["look", "frame"];

const COMMENTS = /\/\*[^]*?\*\//g;
/** A printed report leaves the frame away, by the frame's own names. */
const PRINTED = /@media print \{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/g;

/** Where each selector, and each class that begins one, stands: by room. */
function rooms(of: (selector: string) => string | undefined): [string, string[]][] {
  const found = new Map<string, Set<string>>();
  for (const [sheet, whole] of Object.entries(SHEETS)) {
    // A sheet of the room that this test stands in is named from here.
    const room = sheet.startsWith("../") ? (sheet.split("/")[1] ?? "") : "look";
    const text = whole.replace(COMMENTS, "").replace(PRINTED, "");
    for (const [, selectors] of text.matchAll(/([^{}@]+)\{/g)) {
      for (const selector of selectors?.split(",") ?? []) {
        const name = of(selector.trim().replace(/\s+/g, " "));
        if (name) found.set(name, (found.get(name) ?? new Set()).add(room));
      }
    }
  }
  return [...found].map(([name, where]) => [name, [...where].sort()]);
}

it("there is something to look at", () => {
  expect(Object.values(SHEETS).every((sheet) => sheet.length > 0)).toBe(true);
});

it("no class is begun by two rooms, unless it is shared by all", () => {
  const begun = rooms((s) => /^[a-z]*\.([a-zA-Z][\w-]*)/.exec(s)?.[1]);
  expect(begun.filter(([, w]) => w.length > 1 && !w.some((r) => SHARED.includes(r)))).toEqual([]);
});

it("no two rooms say the same selector", () => {
  expect(rooms((s) => (s.startsWith(".") ? s : undefined)).filter(([, w]) => w.length > 1)).toEqual([]);
});
