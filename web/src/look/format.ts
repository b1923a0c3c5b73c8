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

const numberFormats = inLanguage(() => new Map<string, Intl.NumberFormat>());

/** Made once for what is asked of it: making one takes a hundred times as long as writing a number with it. */
function formatOf(options: Intl.NumberFormatOptions | undefined): Intl.NumberFormat {
  const formats = numberFormats();
  const asked = options ? JSON.stringify(options) : "";
  const format = formats.get(asked) ?? new Intl.NumberFormat(language, options);
  formats.set(asked, format);
  return format;
}

/** A number as the language has it. */
export function number(value: number, options?: Intl.NumberFormatOptions): string {
  return formatOf(options).format(value);
}

/** What stands before tenths, as numbers are typed and read. */
export const decimalSign = inLanguage(
  (l) => new Intl.NumberFormat(l).formatToParts(0.5).find((part) => part.type === "decimal")?.value ?? ".",
);

const moneyFormat = (currency: string) => formatOf({ style: "currency", currency });

const places = new Map<string, number>();

/** How many the minor units of a currency are, as ISO 4217 has it, whatever the language. */
export function decimals(currency: string): number {
  const known = places.get(currency) ?? moneyFormat(currency).resolvedOptions().maximumFractionDigits ?? 2;
  places.set(currency, known);
  return known;
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

export function count(value: number): string {
  return number(value);
}

const PLURALS = new Intl.PluralRules("en");

/** One mile is exactly 1.609344 km (international yard and pound agreement of 1959). */
export const KM_OF_MILE = 1.609344;

let inMiles = false;

/** From now on distances are read in miles, or in kilometres. */
export function measureIn(miles: boolean): void {
  inMiles = miles;
}

/** A distance as it is read, to a tenth: 25 km, or 15.5 mi. */
export function distance(km: number): string {
  const far = number(inMiles ? km / KM_OF_MILE : km, { maximumFractionDigits: 1 });
  return `${far} ${inMiles ? "mi" : "km"}`;
}

/** A sentence of the server, which says kilometres, with its distances as this person reads them. */
export function inOwnUnit(sentence: string): string {
  if (!inMiles) return sentence;
  const range = sentence.replace(/\b(\d+) to (?=\d+ km\b)/g, "$1 km to ");
  return range.replace(/\b(\d+(?:\.\d+)?) km\b/g, (_, km) => distance(Number(km)));
}

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
