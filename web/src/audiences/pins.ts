import type { Schemas } from "../api/client";
import { count, distance } from "../look/format";
import type { Circle } from "./model";

/** Coasts are drawn to about so many kilometres. */
const COAST_KM = 3;
/** Farther from any place a pin is called by how far. */
const NEAR_KM = 10;

const USUAL_KM = 12;

export type Pinned = { circle: Circle; says?: string } | { refused: string };

/**
 * What a click on the map sets: a circle, with what is to be known of it, or nothing where the network does not run.
 *
 * @param land the country there as the map calls it; undefined at sea
 */
export function pinAt(
  at: { latitude: number; longitude: number },
  land: string | undefined,
  near: Schemas["NearView"],
  rules: Schemas["AudienceOffer"],
  networkName: string,
): Pinned {
  const { place } = near;
  const sea = land === undefined && near.km > COAST_KM;
  const country =
    land === undefined ? place.country : rules.countries.find((c) => mapName(c.words) === land)?.code;
  if (country === undefined) return { refused: `${land} is no country of ${networkName}: no pin was set.` };
  const circle = {
    cityId: 0,
    name:
      near.km > NEAR_KM
        ? `pin ${count(Math.round(near.km))} km from ${place.name}`
        : `pin near ${place.name}`,
    country,
    latitude: Number(at.latitude.toFixed(5)),
    longitude: Number(at.longitude.toFixed(5)),
    radiusKm: Math.max(rules.radius?.leastKm ?? 1, USUAL_KM),
  };
  if (!sea) return { circle };
  const reaches = circle.radiusKm >= near.km;
  return {
    circle,
    says: `This pin is at sea, ${distance(Math.round(near.km))} from ${place.name}${reaches ? "" : ": its circle reaches no place yet"}.`,
  };
}

/** The map names a few countries otherwise. */
export function mapName(words: string): string {
  const names: Record<string, string> = {
    "Great Britain": "United Kingdom",
    "Bosnia and Herzegovina": "Bosnia and Herz.",
    "North Macedonia": "Macedonia",
  };
  return names[words] ?? words;
}
