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
      country: d.places.countries[0] ?? d.places.circles[0]?.country ?? "",
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
