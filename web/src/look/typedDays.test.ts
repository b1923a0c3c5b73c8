import dayjs from "dayjs";
import { afterEach, describe, expect, it } from "vitest";
import { writeIn } from "./format";
import { dayFormats, nameMonthsIn, shortDayFormat } from "./typedDays";

const write = (language: string) => {
  writeIn(language);
  nameMonthsIn(language);
};

const LANGUAGES = [
  "en-GB",
  "en-US",
  "da-DK",
  "nl-NL",
  "de-DE",
  "fr-FR",
  "sv-SE",
  "pl-PL",
  "es-ES",
  "fi-FI",
  "pt-PT",
  "cs-CZ",
  "hu-HU",
  "lt-LT",
  "bg-BG",
];

// Patterns of days by Unicode CLDR, as Intl has them.
describe("days as they are typed", () => {
  afterEach(() => write("en-GB"));

  it.each([
    ["en-GB", "9 Mar 2027", "9 Mar"],
    ["en-US", "Mar 9, 2027", "Mar 9"],
    ["da-DK", "9. mar. 2027", "9. mar."],
    ["nl-NL", "9 mrt 2027", "9 mrt"],
    ["de-DE", "9. März 2027", "9. März"],
    ["fr-FR", "9 mars 2027", "9 mars"],
  ])("in %s: %s", (language, whole, short) => {
    write(language);
    const day = dayjs("2027-03-09");
    expect([day.format(dayFormats()[0]), day.format(shortDayFormat())]).toEqual([whole, short]);
  });

  it.each(LANGUAGES)(
    "in %s each day of a year that is shown, or typed in digits, is read as that day",
    (language) => {
      write(language);
      for (let n = 0; n < 365; n++) {
        const day = dayjs("2027-01-01").add(n, "day");
        for (const format of dayFormats()) {
          expect(dayjs(day.format(format), format).format("YYYY-MM-DD"), day.format(format)).toBe(
            day.format("YYYY-MM-DD"),
          );
        }
      }
    },
  );
});
