import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Modal } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { distance, people } from "../look/format";
import { MapPanel, type Box } from "./MapPanel";
import { circleKey, type Circle, type Definition } from "./model";
import { sizeQuery, withinQuery } from "./queries";

/** The map with room: places by how many live there, and how many people each circle holds. */
export function LargeMap(props: {
  clientId: string;
  account: Schemas["AccountView"];
  definition: Definition;
  countries: string[];
  onPin: ((latitude: number, longitude: number) => void) | undefined;
  onClose: () => void;
}) {
  const { clientId, account, definition } = props;
  const [box, setBox] = useState<Box>();
  const towns = useQuery({
    ...withinQuery(clientId, account.id, box ?? { south: 0, west: 0, north: 0, east: 0 }),
    enabled: !!box,
    placeholderData: keepPreviousData,
  });
  const { circles } = definition.places;
  return (
    <Modal open width="min(1180px, 94vw)" title="Map of the places" footer={null} onCancel={props.onClose}>
      <div className="map-large">
        <MapPanel
          definition={definition}
          countries={props.countries}
          towns={towns.data ?? []}
          onView={setBox}
          onPin={props.onPin}
        />
        <div>
          <p className="note">
            {props.onPin && "Click the map to set a pin. "}
            Dots are places of 1,000 people or more, the largest in view (GeoNames).
          </p>
          {circles.length === 0 && <p className="note">No city or pin yet.</p>}
          {circles.map((circle) => (
            <CirclePeople key={circleKey(circle)} {...{ clientId, account, definition, circle }} />
          ))}
        </div>
      </div>
    </Modal>
  );
}

/** How many people of the audience's ages a circle holds, whatever else is asked of them. */
function CirclePeople(props: {
  clientId: string;
  account: Schemas["AccountView"];
  definition: Definition;
  circle: Circle;
}) {
  const { definition, circle, account } = props;
  const { ages } = definition;
  const everyone: Definition = {
    ...definition,
    places: { countries: [], regions: [], circles: [circle] },
    placesLeftOut: { countries: [], regions: [], circles: [] },
    gender: "ANY",
    conditions: [],
    leftOut: [],
  };
  const size = useQuery(sizeQuery(props.clientId, account.id, everyone));
  const told = size.data?.rungs.at(-1)?.size;
  return (
    <div className="map-circle">
      <b>{circle.name}</b>
      <span className="note">{distance(circle.radiusKm)} around</span>
      <b className="people">{told ? `${people(told)} people` : size.error ? "not told" : "…"}</b>
      <span className="note">
        {ages ? `aged ${ages.from} to ${ages.to}` : "of all ages"} on {account.networkName}
      </span>
    </div>
  );
}
