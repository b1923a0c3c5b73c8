import { useQuery } from "@tanstack/react-query";
import { InputNumber, Select } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { count } from "../look/format";
import type { Definition } from "./model";
import { placesQuery } from "./queries";

const USUAL_RADIUS_KM = 25;

/** Cities of a condition, each with its radius, and a search for one more. */
export function Places({
  clientId,
  accountId,
  offer,
  definition,
  onChange,
}: {
  clientId: string;
  accountId: string;
  offer: Schemas["AudienceOffer"];
  definition: Definition;
  onChange: (places: Definition["places"]) => void;
}) {
  const [text, setText] = useState("");
  const found = useQuery({
    ...placesQuery(clientId, accountId, definition.country, text),
    enabled: text.length > 0,
  });
  const { places } = definition;
  const add = (id: number) => {
    const city = found.data?.find((p) => p.id === id);
    setText("");
    if (!city || places.some((p) => p.cityId === id)) return;
    const { name, latitude, longitude } = city;
    onChange([...places, { cityId: id, name, latitude, longitude, radiusKm: USUAL_RADIUS_KM }]);
  };
  return (
    <>
      {places.map((p, i) => (
        <span className="circle" key={p.cityId}>
          {i > 0 && <span className="note">or</span>}
          <InputNumber
            aria-label={`Kilometres around ${p.name}`}
            variant="borderless"
            size="small"
            controls={false}
            style={{ width: 34 }}
            min={offer.radius?.leastKm ?? 1}
            max={offer.radius?.mostKm ?? 1}
            precision={0}
            value={p.radiusKm}
            onChange={(km) => {
              if (typeof km === "number") {
                onChange(places.map((q) => (q.cityId === p.cityId ? { ...q, radiusKm: km } : q)));
              }
            }}
          />
          km of {p.name}
          <button aria-label={`Remove ${p.name}`} onClick={() => onChange(places.filter((q) => q !== p))}>
            ×
          </button>
        </span>
      ))}
      <Select<number>
        aria-label="Add a city"
        placeholder="Add a city"
        style={{ width: 190 }}
        value={null as unknown as number}
        showSearch={{ filterOption: false, onSearch: setText, searchValue: text }}
        notFoundContent={
          text ? "No city of 15,000 people or more by that name" : "Type the start of its name"
        }
        options={(text ? (found.data ?? []) : []).map((p) => ({
          value: p.id,
          label: `${p.name}, ${count(p.people)} people`,
        }))}
        onChange={add}
      />
    </>
  );
}
