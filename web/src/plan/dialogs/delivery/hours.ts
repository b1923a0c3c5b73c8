/** Hours of a week as the server takes them: 168 signs, 1 where ads run, from Monday 0 o'clock. */
export const ALL_HOURS = "1".repeat(168);

export const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

export const PRESETS = [
  { words: "all hours", week: ALL_HOURS },
  { words: "7 to 23", week: daily(7, 23) },
  { words: "office hours", week: daily(9, 17).slice(0, 120) + "0".repeat(48) },
  { words: "evenings", week: daily(18, 23) },
];

function daily(from: number, to: number): string {
  return ("0".repeat(from) + "1".repeat(to - from) + "0".repeat(24 - to)).repeat(7);
}

/** The week with a block of days and hours all on or all off. */
export function painted(
  week: string,
  from: { day: number; hour: number },
  to: { day: number; hour: number },
  on: boolean,
): string {
  const within = (x: number, a: number, b: number) => x >= Math.min(a, b) && x <= Math.max(a, b);
  return [...week]
    .map((sign, i) =>
      within(Math.floor(i / 24), from.day, to.day) && within(i % 24, from.hour, to.hour)
        ? on
          ? "1"
          : "0"
        : sign,
    )
    .join("");
}
