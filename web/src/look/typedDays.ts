import dayjs from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import updateLocale from "dayjs/plugin/updateLocale";
import { inLanguage } from "./format";

dayjs.extend(updateLocale);
dayjs.extend(customParseFormat);

const MONTHS = Array.from({ length: 12 }, (_, month) => Date.UTC(2027, month, 9));
const ENGLISH = MONTHS.map((day) =>
  new Intl.DateTimeFormat("en-US", { month: "long", timeZone: "UTC" }).format(day),
);

type Written = "short" | "long" | "numeric";

/** The parts of a day in the order of a language, with what stands between them (Unicode CLDR). */
function partsOf(language: string, month: Written, day: number, year: boolean): Intl.DateTimeFormatPart[] {
  const parts = { day: "numeric", month, timeZone: "UTC" } as const;
  return new Intl.DateTimeFormat(language, year ? { ...parts, year: "numeric" } : parts).formatToParts(day);
}

/** Some languages write months as digits where others have a short word. */
function token({ type, value }: Intl.DateTimeFormatPart): string {
  const padded = value.startsWith("0");
  if (type === "day") return padded ? "DD" : "D";
  if (type === "year") return "YYYY";
  if (type === "month") return /\D/.test(value) ? "MMM" : padded ? "MM" : "M";
  return value.replace(/\p{L}+/gu, "[$&]");
}

const formatOf = (language: string, month: Written, year: boolean) =>
  partsOf(language, month, MONTHS[2] ?? 0, year)
    .map(token)
    .join("");

const formats = inLanguage((language) => ({
  whole: formatOf(language, "short", true),
  numeric: formatOf(language, "numeric", true),
  short: formatOf(language, "short", false),
}));

/** How a day is shown in its input, then how else it may be typed. */
export const dayFormats = (): string[] => [formats().whole, formats().numeric, "YYYY-MM-DD"];

/** A day without its year. */
export const shortDayFormat = (): string => formats().short;

/** From now on months in calendars and inputs are called as in a language; English ones keep their three letters. */
export function nameMonthsIn(language: string): void {
  const english = new Intl.Locale(language).language === "en";
  const names = (written: Written) =>
    MONTHS.map((day) => {
      const inDay = partsOf(language, written, day, true).find((p) => p.type === "month")?.value ?? "";
      if (/\D/.test(inDay)) return inDay;
      return new Intl.DateTimeFormat(language, { month: written, timeZone: "UTC" }).format(day);
    });
  dayjs.updateLocale("en", {
    months: english ? ENGLISH : names("long"),
    monthsShort: english ? ENGLISH.map((name) => name.slice(0, 3)) : names("short"),
  });
}
