import "leaflet/dist/leaflet.css";
import L from "leaflet";
import { useEffect, useRef } from "react";
import { useColours } from "../look/look";
import type { Schemas } from "../api/client";
import { count } from "../look/format";
import { circleKey, type Circle, type Definition } from "./model";
import { withRoom } from "./mapNames";
import { countryShapes, nameOf } from "./shapes";

type City = Schemas["City"];

/** What of the Earth is in view, in degrees. */
export interface Box {
  south: number;
  west: number;
  north: number;
  east: number;
}

/** Where the audience is; a click sets a pin. */
export function MapPanel(props: {
  definition: Definition;
  /** English names of the countries that are in as a whole. */
  countries: string[];
  onPin: ((latitude: number, longitude: number) => void) | undefined;
  /** Places to draw, the largest first. */
  towns?: City[];
  onView?: (box: Box) => void;
}) {
  const colours = useColours();
  const at = useRef<HTMLDivElement>(null);
  const map = useRef<Drawn | undefined>(undefined);
  const pin = useRef(props.onPin);
  const view = useRef(props.onView);
  const { places, placesLeftOut } = props.definition;
  const circles = places.circles;
  const out = placesLeftOut.circles;
  const key = JSON.stringify([props.countries, circles, out]);

  useEffect(() => {
    pin.current = props.onPin;
    view.current = props.onView;
  });

  useEffect(() => {
    if (!at.current) return;
    const made = L.map(at.current, { attributionControl: false, zoomSnap: 0.25, minZoom: 1, maxZoom: 12 });
    made.setView([54, 4], 3);
    made.createPane("land").style.zIndex = "250";
    map.current = {
      map: made,
      land: L.layerGroup().addTo(made),
      towns: L.layerGroup().addTo(made),
      marks: L.layerGroup().addTo(made),
    };
    made.on("moveend", () => view.current?.(boxOf(made)));
    made.on("click", (e) => pin.current?.(e.latlng.lat, e.latlng.lng));
    return () => {
      made.remove();
      map.current = undefined;
    };
  }, []);

  useEffect(() => {
    let gone = false;
    const draw = (world: Awaited<ReturnType<typeof countryShapes>>) => {
      if (gone || !map.current) return;
      const { map: made, land, marks } = map.current;
      land.clearLayers();
      marks.clearLayers();
      const whole = new Set(props.countries);
      const chosen: L.Layer[] = [];
      const countries = L.geoJSON(world, {
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
      });
      circles.forEach((c) => chosen.push(mark(c, colours.kelp).addTo(marks)));
      out.forEach((c) => mark(c, colours.rust).addTo(marks));
      const bounds = L.featureGroup(chosen).getBounds();
      if (bounds.isValid()) made.fitBounds(bounds.pad(0.25), { animate: false, maxZoom: 9 });
      // Only now, as all coasts of the Earth are reckoned anew with each zoom.
      countries.addTo(land);
    };
    // What is read comes first: the coasts are drawn behind the screen's first picture.
    void countryShapes().then((world) => requestAnimationFrame(() => setTimeout(() => draw(world))));
    return () => {
      gone = true;
    };
    // The key stands for places and countries by value.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, colours]);

  const { towns } = props;
  useEffect(() => {
    const drawn = map.current;
    drawn?.towns.clearLayers();
    if (!drawn || !towns) return;
    const point = (at: { latitude: number; longitude: number }) =>
      drawn.map.latLngToContainerPoint([at.latitude, at.longitude]);
    const named = withRoom([
      ...circles.map((c) => ({ at: point(c), words: c.name, below: true })),
      ...towns.map((t) => ({ at: point(t), words: t.name, below: false })),
    ]).slice(circles.length);
    // The smaller are drawn first, so that a larger one lies on top.
    [...towns.entries()].reverse().forEach(([i, town]) => {
      const permanent = named[i] ?? false;
      L.circleMarker([town.latitude, town.longitude], {
        // A tenfold of people adds the same to the width.
        radius: 1.5 + 1.7 * Math.log10(Math.max(1, town.people / 1000)),
        weight: 0,
        fillColor: colours.ink,
        fillOpacity: 0.55,
      })
        .bindTooltip(permanent ? town.name : `${town.name}, ${count(town.people)}`, {
          permanent,
          direction: "right",
          offset: [2, 0],
          className: "map-name",
        })
        .addTo(drawn.towns);
    });
    // The key stands for the circles by value.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [towns, colours, key]);

  return <div ref={at} className="map" role="region" aria-label="Map of the places" />;
}

interface Drawn {
  map: L.Map;
  land: L.LayerGroup;
  towns: L.LayerGroup;
  marks: L.LayerGroup;
}

/** What is in view, as far as there are degrees. */
function boxOf(map: L.Map): Box {
  const bounds = map.getBounds();
  const within = (value: number, most: number) => Math.max(-most, Math.min(most, Number(value.toFixed(2))));
  return {
    south: within(bounds.getSouth(), 90),
    west: within(bounds.getWest(), 180),
    north: within(bounds.getNorth(), 90),
    east: within(bounds.getEast(), 180),
  };
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
