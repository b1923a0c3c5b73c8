import { geoContains } from "d3-geo";
import { feature } from "topojson-client";
import type { Topology } from "topojson-specification";
import shapesUrl from "world-atlas/countries-50m.json?url";

let shapes: Promise<GeoJSON.FeatureCollection> | undefined;

/** Country shapes ship with the application; they are read once, best before the first map is looked at. */
export function countryShapes(): Promise<GeoJSON.FeatureCollection> {
  shapes ??= fetch(shapesUrl)
    .then((r) => r.json())
    .then((topology: Topology) => {
      const { countries } = topology.objects;
      if (!countries) throw new Error("The map's file has no countries");
      return feature(topology, countries) as GeoJSON.FeatureCollection;
    });
  return shapes;
}

export function nameOf(f: GeoJSON.Feature | undefined): string {
  return (f?.properties as { name?: string } | null)?.name ?? "";
}

/** The country a point lies in, as the map calls it; none at sea. */
export async function countryAt(latitude: number, longitude: number): Promise<string | undefined> {
  const world = await countryShapes();
  const found = world.features.find((f) => geoContains(f, [longitude, latitude]));
  return found && nameOf(found);
}
