let language = "en-GB";

/** What is made once for a language, and anew when another is written in. */
export function inLanguage<T>(make: (language: string) => T): () => T {
  let made: { of: string; as: T } | undefined;
  return () => {
    if (made?.of !== language) made = { of: language, as: make(language) };
    return made.as;
  };
}

/** From now on days and numbers are written as in a language and land (BCP 47). */
export function writeIn(other: string): void {
  language = other;
}

/** A number as the language has it. */
export function number(value: number, options?: Intl.NumberFormatOptions): string {
  return value.toLocaleString(language, options);
}

/** What stands before tenths, as numbers are typed and read. */
export const decimalSign = inLanguage(
  (l) => new Intl.NumberFormat(l).formatToParts(0.5).find((part) => part.type === "decimal")?.value ?? ".",
);

const moneyFormats = inLanguage(() => new Map<string, Intl.NumberFormat>());

function moneyFormat(currency: string): Intl.NumberFormat {
  let format = moneyFormats().get(currency);
  if (!format) {
    format = new Intl.NumberFormat(language, { style: "currency", currency });
    moneyFormats().set(currency, format);
  }
  return format;
}

export function decimals(currency: string): number {
  return moneyFormat(currency).resolvedOptions().maximumFractionDigits ?? 2;
}

/** Minor units as a number of whole units: 1250 GBP is 12.5. */
export function units(minor: number, currency: string): number {
  return minor / 10 ** decimals(currency);
}

/** Minor units as money: 1250 GBP is £12.50. Fractions of a minor unit are rounded to one. */
export function money(minor: number, currency: string): string {
  return moneyFormat(currency).format(units(Math.round(minor), currency));
}

/** Minor units as a person would type them: 1250 is 12.50, 1200 is 12. */
export function typedMoney(minor: number, currency: string): string {
  const whole = units(minor, currency);
  return Number.isInteger(whole) ? String(whole) : whole.toFixed(decimals(currency));
}

const counts = inLanguage((l) => new Intl.NumberFormat(l));

export function count(value: number): string {
  return counts().format(value);
}

const PLURALS = new Intl.PluralRules("en");

/** "ad" behind a 1, "ads" behind all else, by the plural rules of Unicode CLDR. */
export function word(value: number, one: string, many = `${one}s`): string {
  return PLURALS.select(value) === "one" ? one : many;
}

/** "1 ad", "3 ads". */
export function plural(value: number, one: string, many?: string): string {
  return `${count(value)} ${word(value, one, many)}`;
}

/** People as a network tells them: 1.36 M, 412,000, fewer than 1,000. */
export function people(size: { people: number; fewer: boolean } | null | undefined): string {
  if (!size) return "not known";
  if (size.fewer) return `fewer than ${count(size.people)}`;
  return size.people >= 1_000_000
    ? `${Number((size.people / 1_000_000).toPrecision(3))} M`
    : count(size.people);
}

/** The same, with what is counted. */
export function sized(size: Parameters<typeof people>[0]): string {
  return size ? `${people(size)} people` : "size not known";
}

/** A click rate needs two decimals whatever its size. */
export function rate(share: number): string {
  return `${number(share * 100, { minimumFractionDigits: 2, maximumFractionDigits: 2 })} %`;
}

const dayFormat = inLanguage(
  (l) => new Intl.DateTimeFormat(l, { day: "numeric", month: "short", timeZone: "UTC" }),
);

/** An account day, 2027-03-09, as 9 Mar. */
export function day(isoDate: string): string {
  return dayFormat().format(new Date(`${isoDate}T00:00:00Z`));
}

const momentFormat = inLanguage(
  (l) =>
    new Intl.DateTimeFormat(l, {
      weekday: "short",
      day: "numeric",
      month: "short",
      hour: "2-digit",
      minute: "2-digit",
      timeZone: "UTC",
    }),
);

const ownMomentFormat = inLanguage(
  (l) => new Intl.DateTimeFormat(l, { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" }),
);

/** A moment of this world, by the clock of whoever reads it, as 9 Mar, 06:00. */
export function ownMoment(iso: string): string {
  return ownMomentFormat().format(new Date(iso));
}

/** A practice moment in UTC, as Tue 9 Mar 06:00. */
export function moment(iso: string): string {
  return momentFormat().format(new Date(iso)).replaceAll(",", "");
}

export function ago(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000));
  if (seconds < 60) return `${seconds} s ago`;
  const minutes = Math.round(seconds / 60);
  return minutes < 60 ? `${minutes} min ago` : `${Math.round(minutes / 60)} h ago`;
}
