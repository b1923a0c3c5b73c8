import type { Schemas } from "../api/client";

export type Definition = Schemas["DefinitionBody"];
export type StepKind = Schemas["Rung"]["kind"];

/** What is edited: a name and a definition, as the API takes them. */
export interface Draft {
  name: string;
  definition: Definition;
}

export function draftOf(audience: Schemas["Audience"]): Draft {
  const d = audience.definition;
  return {
    name: audience.name,
    definition: {
      country: countryOf(audience) ?? "",
      places: d.places.circles.map(({ cityId, name, latitude, longitude, radiusKm }) => ({
        cityId,
        name,
        latitude,
        longitude,
        radiusKm,
      })),
      ageFrom: d.ages?.from ?? null,
      ageTo: d.ages?.to ?? null,
      gender: d.gender,
      interests: d.conditions.flatMap((c) => c.terms.map((t) => t.code)),
    },
  };
}

function countryOf(audience: Schemas["Audience"]): string | undefined {
  const { places } = audience.definition;
  return places.countries[0] ?? places.circles[0]?.country;
}

/** Where a client's next audience starts: the country of most of its audiences, otherwise the first offered. */
export function homeCountry(audiences: Schemas["Audience"][], offered: Schemas["Choice"][]): string {
  const counts = new Map<string, number>();
  for (const country of audiences.map(countryOf)) {
    if (country) counts.set(country, (counts.get(country) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most?.[0] ?? offered[0]?.code ?? "";
}

/** The name followed by the first number that makes it unlike the others. */
export function freeName(wanted: string, taken: string[]): string {
  const lower = new Set(taken.map((t) => t.toLowerCase()));
  if (!lower.has(wanted.toLowerCase())) return wanted;
  for (let n = 2; ; n++) {
    const name = `${wanted} ${n}`;
    if (!lower.has(name.toLowerCase())) return name;
  }
}

/** Length of a bar on a logarithmic scale: the whole is 1, one person nothing. */
export function barLength(people: number, whole: number): number {
  if (people <= 1 || whole <= 1) return 0;
  return Math.min(1, Math.log10(people) / Math.log10(whole));
}

/** What a step keeps, in words. */
export function keeps(rung: Schemas["Rung"], narrowsMost: boolean): string {
  if (rung.kept === null || rung.kept === undefined) return "start";
  const share = rung.kept * 100;
  const told = share >= 10 ? share.toFixed(0) : share >= 1 ? share.toFixed(1) : share.toFixed(2);
  if (narrowsMost) return `keeps ${told} %, narrows most`;
  return share > 94 ? `keeps ${told} %, hardly narrows` : `keeps ${told} %`;
}
