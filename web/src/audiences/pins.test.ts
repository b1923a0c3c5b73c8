import { expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { pinAt } from "./pins";

const RULES = {
  countries: [
    { code: "GB", words: "Great Britain" },
    { code: "FR", words: "France" },
  ],
  radius: { leastKm: 1, mostKm: 80 },
} as unknown as Schemas["AudienceOffer"];

const near = (name: string, country: string, km: number) =>
  ({ place: { name, country }, km }) as unknown as Schemas["NearView"];

it.each([
  // On land the country is the map's, even where the nearest place is over the border.
  { land: "France", place: near("Dover", "GB", 45), made: { name: "pin 45 km from Dover", country: "FR" } },
  { land: "United Kingdom", place: near("Holt", "GB", 2.4), made: { name: "pin near Holt", country: "GB" } },
  // The drawn coast is a few kilometres off: a harbour is no sea.
  { land: undefined, place: near("Wells", "GB", 1.2), made: { name: "pin near Wells", country: "GB" } },
  {
    land: undefined,
    place: near("Cromer", "GB", 8),
    made: { name: "pin near Cromer", country: "GB" },
    says: "This pin is at sea, 8 km from Cromer.",
  },
  {
    land: undefined,
    place: near("Cromer", "GB", 63.4),
    made: { name: "pin 63 km from Cromer", country: "GB" },
    says: "This pin is at sea, 63 km from Cromer: its circle reaches no place yet.",
  },
  {
    land: "Ukraine",
    place: near("Chełm", "PL", 40),
    refused: "Ukraine is no country of Hearthside: no pin was set.",
  },
])("a pin in $land, $place.km km from $place.place.name", ({ land, place, made, says, refused }) => {
  const set = pinAt({ latitude: 52.123456789, longitude: 1.1 }, land, place, RULES, "Hearthside");
  if ("refused" in set) {
    expect(set.refused).toBe(refused);
    return;
  }
  expect(refused).toBeUndefined();
  expect(set.says).toBe(says);
  expect(set.circle).toMatchObject({ ...made, cityId: 0, latitude: 52.12346, radiusKm: 12 });
});
