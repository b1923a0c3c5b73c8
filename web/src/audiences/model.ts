import type { Schemas } from "../api/client";
import { count, inOwnUnit, KM_OF_MILE, plural } from "../look/format";

export type Audience = Schemas["Audience"];
export type Definition = Schemas["AudienceDefinition"];
export type Term = Schemas["Term"];
export type TermKind = Term["kind"];
export type Circle = Schemas["Circle"];
export type StepKind = Schemas["Rung"]["kind"];

/** What is edited: a name and a definition, as the API takes them. */
export interface Draft {
  name: string;
  definition: Definition;
}

export const NO_PLACES: Schemas["Places"] = { countries: [], regions: [], circles: [] };

export function draftOf(audience: Audience): Draft {
  return { name: audience.name, definition: audience.definition };
}

export function everyoneIn(country: string): Definition {
  return {
    places: { ...NO_PLACES, countries: [country] },
    placesLeftOut: NO_PLACES,
    presence: "LIVING",
    ages: null,
    gender: "ANY",
    conditions: [],
    leftOut: [],
  };
}

/** The countries that places lie in, whole. */
export function countriesOf(places: Schemas["Places"]): string[] {
  const all = [
    ...places.countries,
    ...places.regions.map((r) => r.split(".")[0] ?? r),
    ...places.circles.map((c) => c.country),
  ];
  return [...new Set(all)].sort();
}

/** Where a client's next audience starts: of the countries offered that of most of its audiences, otherwise the first. */
export function homeCountry(audiences: Audience[], offered: Schemas["Choice"][]): string {
  const counts = new Map<string, number>();
  for (const country of audiences.flatMap((a) => countriesOf(a.definition.places))) {
    counts.set(country, (counts.get(country) ?? 0) + 1);
  }
  const [most] = offered.map((o) => o.code).sort((a, b) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0));
  return most ?? "";
}

/** Length of a bar on a logarithmic scale: the whole is 1, one person nothing. */
export function barLength(people: number, whole: number): number {
  if (people <= 1 || whole <= 1) return 0;
  return Math.min(1, Math.log10(people) / Math.log10(whole));
}

/** What a step keeps, in words. */
export function keeps(rung: Schemas["Rung"], narrowsMost: boolean): string {
  if (rung.kept === null || rung.kept === undefined) return "start";
  const told = percent(rung.kept);
  if (narrowsMost) return `keeps ${told} %, narrows most`;
  return rung.kept > 0.94 ? `keeps ${told} %, hardly narrows` : `keeps ${told} %`;
}

/** A share in percent with about two figures. */
export function percent(share: number): string {
  const hundredths = share * 100;
  if (hundredths === 0) return "0";
  if (hundredths < 0.01) return "under 0.01";
  return hundredths >= 10
    ? hundredths.toFixed(0)
    : hundredths >= 1
      ? hundredths.toFixed(1)
      : hundredths.toFixed(2);
}

/** How a condition's line begins. */
const LEADS: Record<TermKind, string> = {
  INTEREST: "interested in",
  HABIT: "who",
  VISITS: "who visit",
  BUYS: "who buy",
  LANGUAGE: "reading",
  JOB_FUNCTION: "working in",
  JOB_TITLE: "working as",
  SENIORITY: "at the level of",
  INDUSTRY: "in the industry of",
  COMPANY_SIZE: "in companies of",
  DEGREE: "with a degree of",
  EXPERIENCE: "with years of experience of",
  DEVICE: "on a",
  SYSTEM: "with",
  CONNECTION: "connected by",
  INCOME: "with a household income in the",
  TIE: "who",
  SOURCE: "among",
  LOOKALIKE: "most like",
  KEYWORD: "reading or writing",
  PAGE_TOPIC: "on pages about",
  PAGE_KEYWORD: "on pages with the words",
  QUESTION: "on the question",
  NAMED: "called there",
};

export function lead(kind: TermKind, first: boolean): string {
  return first ? LEADS[kind] : `and ${LEADS[kind]}`;
}

/** The buttons that add a line, each with the kinds of condition it offers. */
export const ADDABLE: { words: string; kinds: TermKind[] }[] = [
  { words: "Language", kinds: ["LANGUAGE"] },
  { words: "Interest", kinds: ["INTEREST", "HABIT", "VISITS", "BUYS"] },
  {
    words: "Work",
    kinds: ["JOB_FUNCTION", "JOB_TITLE", "SENIORITY", "INDUSTRY", "COMPANY_SIZE", "DEGREE", "EXPERIENCE"],
  },
  { words: "Device", kinds: ["DEVICE", "SYSTEM", "CONNECTION"] },
  { words: "Income", kinds: ["INCOME"] },
  { words: "Reading", kinds: ["KEYWORD", "PAGE_TOPIC", "PAGE_KEYWORD", "QUESTION"] },
  { words: "As it is called there", kinds: ["NAMED"] },
  { words: "Ties", kinds: ["TIE"] },
  { words: "Source audience", kinds: ["SOURCE"] },
  { words: "Lookalike", kinds: ["LOOKALIKE"] },
];

/** Kinds whose terms are topics of the interest tree. */
export const OF_TOPICS: ReadonlySet<TermKind> = new Set<TermKind>([
  "INTEREST",
  "VISITS",
  "BUYS",
  "PAGE_TOPIC",
]);

/** Kinds whose terms are typed freely. */
export const TYPED: ReadonlySet<TermKind> = new Set<TermKind>(["KEYWORD", "PAGE_KEYWORD", "NAMED"]);

/** What is typed, as it is kept: in small letters, but for what a network calls its own. */
export function typedCode(kind: TermKind, typed: string): string {
  return kind === "NAMED" ? typed.trim() : typed.trim().toLowerCase();
}

export function keyOf(term: Term): string {
  return `${term.kind}:${term.code}`;
}

export function termOf(key: string): Term {
  const colon = key.indexOf(":");
  return { kind: key.slice(0, colon) as TermKind, code: key.slice(colon + 1) };
}

/** A definition with the terms of one condition replaced; no terms remove the condition. */
export function withCondition(definition: Definition, at: number, terms: Term[]): Definition {
  const conditions = definition.conditions.map((c, i) => (i === at ? { terms } : c));
  if (at === definition.conditions.length) conditions.push({ terms });
  return { ...definition, conditions: conditions.filter((c) => c.terms.length > 0) };
}

/** Places with one more: a narrower place takes the place of the whole it lies in, and the other way round. */
export function withPlace(places: Schemas["Places"], place: Schemas["Circle"] | string): Schemas["Places"] {
  if (typeof place !== "string") {
    return {
      countries: places.countries.filter((c) => c !== place.country),
      regions: places.regions,
      circles: [...places.circles.filter((c) => circleKey(c) !== circleKey(place)), place],
    };
  }
  const country = place.split(".")[0] ?? place;
  if (place === country) {
    return {
      countries: [...new Set([...places.countries, country])],
      regions: places.regions.filter((r) => !r.startsWith(`${country}.`)),
      circles: places.circles.filter((c) => c.country !== country),
    };
  }
  return {
    countries: places.countries.filter((c) => c !== country),
    regions: [...new Set([...places.regions, place])],
    circles: places.circles,
  };
}

/** Places without one; when nothing is left of a country that was narrowed, it is asked for as a whole. */
export function withoutPlace(
  places: Schemas["Places"],
  place: Schemas["Circle"] | string,
  keepCountry: boolean,
): Schemas["Places"] {
  const key = typeof place === "string" ? place : circleKey(place);
  const left = {
    countries: places.countries.filter((c) => c !== key),
    regions: places.regions.filter((r) => r !== key),
    circles: places.circles.filter((c) => circleKey(c) !== key),
  };
  const country = typeof place === "string" ? (place.split(".")[0] ?? place) : place.country;
  const none = left.countries.length + left.regions.length + left.circles.length === 0;
  return keepCountry && none && key !== country ? { ...left, countries: [country] } : left;
}

export function circleKey(circle: Schemas["Circle"]): string {
  return circle.cityId > 0
    ? String(circle.cityId)
    : `${circle.latitude.toFixed(4)},${circle.longitude.toFixed(4)}`;
}

export type DistanceUnit = "km" | "mi";

/** Kilometres in the buyer's unit, to a tenth. */
export function inUnit(km: number, unit: DistanceUnit): number {
  return Math.round((unit === "km" ? km : km / KM_OF_MILE) * 10) / 10;
}

/** A distance in the buyer's unit as kilometres, exactly. */
export function inKm(distance: number, unit: DistanceUnit): number {
  return unit === "km" ? distance : distance * KM_OF_MILE;
}

const FAR = /^(.*\S)\s+(\d{1,3}(?:[.,]\d)?)\s*(km|mi)?$/i;

/**
 * A place as it is typed, with how far around it where that is said: “Norwich 12”, “York 7.5 mi”.
 *
 * @param usual the unit of a bare number
 */
export function placeTyped(text: string, usual: DistanceUnit): { name: string; km?: number } {
  const said = FAR.exec(text.trim());
  if (!said) return { name: text.trim() };
  const [, name = "", far = "", unit] = said;
  return { name, km: inKm(Number(far.replace(",", ".")), (unit?.toLowerCase() as DistanceUnit) ?? usual) };
}

/** The least and the most that a network takes, in tenths of the buyer's unit that lie within. */
export function radiusRange(rule: { leastKm: number; mostKm: number }, unit: DistanceUnit) {
  const tenths = (km: number) => (10 * km) / inKm(1, unit);
  return {
    min: Math.ceil(tenths(rule.leastKm) - 1e-9) / 10,
    max: Math.floor(tenths(rule.mostKm) + 1e-9) / 10,
  };
}

/** What a network makes of an audience, in a sentence each. */
export function differenceWords(d: Schemas["Difference"]): string {
  switch (d.kind) {
    case "COUNTRY_MISSING":
      return `is not in ${d.asked}`;
    case "PLACE_WIDENED":
      return `goes no finer than ${d.got} for ${inOwnUnit(d.asked)}`;
    case "RADIUS_CHANGED":
      return inOwnUnit(`takes ${d.got} for ${d.asked}`);
    case "PRESENCE_CHANGED":
      return `knows only people ${d.got}, not ${d.asked}`;
    case "AGES_CHANGED":
      if (!d.got) return `has nobody aged ${d.asked}`;
      return `has ${d.got} nearest to ages ${d.asked}: ${yearsWords(d.surplus, d.shortage)}`;
    case "TERMS_MISSING":
      return `cannot ask for ${d.asked}`;
  }
}

/** All that differs in one sentence; what cannot be asked for stands together. */
export function differencesWords(all: Schemas["Difference"][]): string {
  const missing = all.filter((d) => d.kind === "TERMS_MISSING").map((d) => d.asked);
  const parts = all.filter((d) => d.kind !== "TERMS_MISSING").map(differenceWords);
  if (missing.length > 0) parts.push(`cannot ask for ${missing.join(", ")}`);
  return parts.join("; ");
}

/** With a full stop, unless it ends in a mark of its own, as a question does. */
export function sentence(words: string): string {
  return /[.?!]$/.test(words) ? words : `${words}.`;
}

function yearsWords(surplus: number, shortage: number): string {
  const words = [];
  if (surplus > 0) words.push(`${plural(surplus, "year")} too many`);
  if (shortage > 0) words.push(`${count(shortage)} too few`);
  return words.join(", ");
}

/** The share of the smaller of two audiences that both hold, 0 to 1. */
export function sharedPart(
  shared: Schemas["AudienceSize"],
  a: Schemas["AudienceSize"],
  b: Schemas["AudienceSize"],
): number {
  if (shared.fewer) return 0;
  return Math.min(1, shared.people / Math.max(1, Math.min(a.people, b.people)));
}
