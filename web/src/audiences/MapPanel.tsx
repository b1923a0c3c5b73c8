import "leaflet/dist/leaflet.css";
import L from "leaflet";
import { useEffect, useRef } from "react";
import { feature } from "topojson-client";
import type { Topology } from "topojson-specification";
import shapesUrl from "world-atlas/countries-50m.json?url";
import { useColours } from "../look/look";
import { circleKey, type Circle, type Definition } from "./model";

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

/** Where the audience is; a click sets a pin. */
export function MapPanel(props: {
  definition: Definition;
  /** English names of the countries that are in as a whole. */
  countries: string[];
  onPin: ((latitude: number, longitude: number) => void) | undefined;
}) {
  const colours = useColours();
  const at = useRef<HTMLDivElement>(null);
  const map = useRef<{ map: L.Map; land: L.LayerGroup; marks: L.LayerGroup } | undefined>(undefined);
  const pin = useRef(props.onPin);
  const { places, placesLeftOut } = props.definition;
  const circles = places.circles;
  const out = placesLeftOut.circles;
  const key = JSON.stringify([props.countries, circles, out]);

  useEffect(() => {
    pin.current = props.onPin;
  });

  useEffect(() => {
    if (!at.current) return;
    const made = L.map(at.current, { attributionControl: false, zoomSnap: 0.25, minZoom: 1, maxZoom: 12 });
    made.setView([54, 4], 3);
    made.createPane("land").style.zIndex = "250";
    map.current = { map: made, land: L.layerGroup().addTo(made), marks: L.layerGroup().addTo(made) };
    made.on("click", (e) => pin.current?.(e.latlng.lat, e.latlng.lng));
    return () => {
      made.remove();
      map.current = undefined;
    };
  }, []);

  useEffect(() => {
    let gone = false;
    void countryShapes().then((world) => {
      if (gone || !map.current) return;
      const { map: made, land, marks } = map.current;
      land.clearLayers();
      marks.clearLayers();
      const whole = new Set(props.countries);
      const chosen: L.Layer[] = [];
      L.geoJSON(world, {
        pane: "land",
        interactive: false,
        style: (f) => ({
          color: colours.lineStrong,
          weight: 0.7,
          fillOpacity: 1,
          fillColor: whole.has(nameOf(f)) ? colours.landIn : colours.land,
        }),
        onEachFeature: (f, layer) => {
          if (whole.has(nameOf(f))) chosen.push(layer);
        },
      }).addTo(land);
      circles.forEach((c) => chosen.push(mark(c, colours.kelp).addTo(marks)));
      out.forEach((c) => mark(c, colours.rust).addTo(marks));
      const bounds = L.featureGroup(chosen).getBounds();
      if (bounds.isValid()) made.fitBounds(bounds.pad(0.25), { animate: false, maxZoom: 9 });
    });
    return () => {
      gone = true;
    };
    // The key stands for places and countries by value.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, colours]);

  return <div ref={at} className="map" role="region" aria-label="Map of the places" />;
}

function nameOf(f: GeoJSON.Feature | undefined): string {
  return (f?.properties as { name?: string } | null)?.name ?? "";
}

function mark(circle: Circle, color: string): L.Circle {
  return L.circle([circle.latitude, circle.longitude], {
    radius: circle.radiusKm * 1000,
    color,
    weight: 1.5,
    fillColor: color,
    fillOpacity: 0.25,
    className: `around-${circleKey(circle).replace(/\W/g, "_")}`,
  }).bindTooltip(circle.name, { permanent: true, direction: "bottom", className: "map-name" });
}
