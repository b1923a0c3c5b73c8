import { useQuery } from "@tanstack/react-query";
import { InputNumber, Select } from "antd";
import { useMemo, useState } from "react";
import type { Schemas } from "../api/client";
import { count } from "../look/format";
import {
  circleKey,
  inKm,
  inUnit,
  placeTyped,
  radiusRange,
  withoutPlace,
  withPlace,
  type Circle,
  type Definition,
} from "./model";
import { placesQuery, regionsQuery } from "./queries";
import { usePreferences } from "../frame/usePreferences";

const USUAL_RADIUS_KM = 25;
const MOST_SHOWN = 40;

const PRESENCES = { LIVING: "living in", LATELY: "lately in", TRAVELLING: "travelling in" } as const;

type Places = Schemas["Places"];
type Offer = Schemas["AudienceOffer"];

/** Places in and out: countries, regions, cities and pins with a radius; found by name over all countries. */
export function PlacesStep(props: {
  clientId: string;
  accountId: string;
  offer: Offer;
  definition: Definition;
  onChange: (part: Partial<Definition>) => void;
}) {
  const { offer, definition } = props;
  const [{ miles }, prefer] = usePreferences();
  const radius = offer.radius;
  return (
    <>
      <Select
        aria-label="How people are there"
        value={definition.presence}
        style={{ width: 118 }}
        options={offer.presences.map((p) => ({ value: p, label: PRESENCES[p] }))}
        onChange={(presence) => props.onChange({ presence })}
      />
      <PlaceChips
        {...props}
        places={definition.places}
        onChange={(places) => props.onChange({ places })}
        keepCountry
      />
      <PlaceSearch
        {...props}
        label="Add a place"
        onChoose={(place) => props.onChange({ places: withPlace(definition.places, place) })}
      />
      <span className="note">but not in</span>
      <PlaceChips
        {...props}
        places={definition.placesLeftOut}
        out
        onChange={(placesLeftOut) => props.onChange({ placesLeftOut })}
      />
      <PlaceSearch
        {...props}
        label="leave out a place"
        onChoose={(place) => props.onChange({ placesLeftOut: withPlace(definition.placesLeftOut, place) })}
      />
      {radius && (
        <button className="link" onClick={() => prefer({ miles: !miles })}>
          in {miles ? "kilometres" : "miles"}
        </button>
      )}
      {!radius && <span className="note">no finer than a {offer.regions ? "region" : "country"} here</span>}
    </>
  );
}

function PlaceChips(props: {
  clientId: string;
  accountId: string;
  offer: Offer;
  places: Places;
  out?: boolean;
  keepCountry?: boolean;
  onChange: (places: Places) => void;
}) {
  const { places, offer } = props;
  const words = usePlaceWords(props.clientId, props.accountId, offer);
  const drop = (place: Circle | string) => props.onChange(withoutPlace(places, place, !!props.keepCountry));
  const only = places.countries.length + places.regions.length + places.circles.length === 1;
  const chips = [
    ...[...places.countries, ...places.regions].map((code) => ({
      key: code,
      words: words(code),
      content: words(code),
      drop: props.keepCountry && only && !code.includes(".") ? undefined : () => drop(code),
    })),
    ...places.circles.map((circle) => ({
      key: circleKey(circle),
      words: circle.name,
      content: <CircleChip {...{ circle, offer }} onChange={(c) => props.onChange(withPlace(places, c))} />,
      drop: () => drop(circle),
    })),
  ];
  return (
    <>
      {chips.map((chip, i) => (
        <span key={chip.key} className="joined">
          {i > 0 && <span className="note">or</span>}
          <span className={`circle ${props.out ? "out" : ""}`}>
            {chip.content}
            {chip.drop && (
              <button aria-label={`Remove ${chip.words}`} onClick={chip.drop}>
                ×
              </button>
            )}
          </span>
        </span>
      ))}
    </>
  );
}

function CircleChip({
  circle,
  offer,
  onChange,
}: {
  circle: Circle;
  offer: Offer;
  onChange: (circle: Circle) => void;
}) {
  const [{ miles }] = usePreferences();
  const unit = miles ? "mi" : "km";
  return (
    <>
      <InputNumber
        aria-label={`${unit === "km" ? "Kilometres" : "Miles"} around ${circle.name}`}
        variant="borderless"
        size="small"
        controls={false}
        style={{ width: 46 }}
        {...radiusRange(offer.radius ?? { leastKm: 1, mostKm: 1 }, unit)}
        step={1}
        value={inUnit(circle.radiusKm, unit)}
        onChange={(distance) => {
          if (typeof distance === "number") onChange({ ...circle, radiusKm: inKm(distance, unit) });
        }}
      />
      {unit} of {circle.name}
    </>
  );
}

/** Words of a country's or region's code. */
export function usePlaceWords(clientId: string, accountId: string, offer: Offer) {
  const regions = useQuery(regionsQuery(clientId, accountId));
  return useMemo(() => {
    const words = new Map(offer.countries.map((c) => [c.code, c.words]));
    const name = (code: string): string => words.get(code) ?? regions.data?.[code] ?? code;
    return name;
  }, [offer.countries, regions.data]);
}

function PlaceSearch(props: {
  clientId: string;
  accountId: string;
  offer: Offer;
  label: string;
  onChoose: (place: Circle | string) => void;
}) {
  const { offer } = props;
  const [text, setText] = useState("");
  const [{ miles }] = usePreferences();
  const typed = placeTyped(text, miles ? "mi" : "km");
  const wanted = typed.name.toLowerCase();
  const words = usePlaceWords(props.clientId, props.accountId, offer);
  const regions = useQuery({ ...regionsQuery(props.clientId, props.accountId), enabled: offer.regions });
  const cities = useQuery({
    ...placesQuery(props.clientId, props.accountId, typed.name),
    enabled: wanted.length > 0 && !!offer.radius,
  });
  const named = (name: string) => name.toLowerCase().includes(wanted);
  const options = useMemo(() => {
    if (!wanted) return offer.countries.map((c) => ({ value: c.code, label: c.words }));
    const countries = offer.countries
      .filter((c) => named(c.words))
      .map((c) => ({ value: c.code, label: c.words }));
    const parts = Object.entries(regions.data ?? {})
      .filter(([code, name]) => named(name) && offer.countries.some((c) => c.code === code.split(".")[0]))
      .slice(0, MOST_SHOWN)
      .map(([code, name]) => ({
        value: code,
        label: `${name}, region of ${words(code.split(".")[0] ?? "")}`,
      }));
    const found = (cities.data ?? [])
      .filter((c) => offer.countries.some((o) => o.code === c.country))
      .map((c) => ({
        value: `city:${c.id}`,
        label: `${c.name}, ${[words(c.region), words(c.country)].filter((w) => !w.includes(".")).join(", ")} · ${count(c.people)}`,
      }));
    return [...countries, ...found, ...parts];
    // The name filter depends on the wanted text alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted, offer, regions.data, cities.data, words]);
  const choose = (value: string) => {
    setText("");
    const city = cities.data?.find((c) => `city:${c.id}` === value);
    if (!city) return props.onChoose(value);
    const { name, country, latitude, longitude } = city;
    const radiusKm = Math.max(
      offer.radius?.leastKm ?? 1,
      Math.min(offer.radius?.mostKm ?? 1, typed.km ?? USUAL_RADIUS_KM),
    );
    props.onChoose({ cityId: city.id, name, country, latitude, longitude, radiusKm });
  };
  return (
    <Select<string | null>
      aria-label={props.label}
      placeholder={props.label}
      style={{ width: 150 }}
      popupMatchSelectWidth={430}
      value={null}
      showSearch={{ filterOption: false, onSearch: setText, searchValue: text }}
      notFoundContent="No place of 1,000 people or more by that name; a number after it says how far around"
      options={options}
      onChange={(value) => value && choose(value)}
    />
  );
}
