import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { audiencesQuery } from "../api/audiences";
import { type Schemas, ask, at, send, versioned } from "../api/client";
import type { Definition } from "./model";

type Size = Schemas["AudienceSize"];

/** How many an audience has by now, told in one place: where the network tells another number, the list is asked for again. */
export function useOneSize(clientId: string, listed: Size | null | undefined, told: Size | undefined) {
  const client = useQueryClient();
  const other = told && listed && (told.people !== listed.people || told.fewer !== listed.fewer);
  const key = told && `${told.people}${String(told.fewer)}`;
  useEffect(() => {
    if (other) void client.invalidateQueries({ queryKey: audiencesQuery(clientId).queryKey });
  }, [client, clientId, other, key]);
}

export const sizeQuery = (clientId: string, accountId: string, definition: Definition) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/audiences/size",
    at({ clientId }, { accountId, definition }),
    { staleTime: 60_000 },
  );

export const sidesQuery = (clientId: string, accountId: string, definition: Definition) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/audiences/sides",
    at({ clientId }, { accountId, definition }),
    { staleTime: 60_000 },
  );

/** @param audiences with their versions, so that a changed one is compared anew */
export const overlapsQuery = (
  clientId: string,
  accountId: string,
  audiences: { id: string; version: number }[],
) =>
  versioned(
    ask.queryOptions(
      "post",
      "/api/clients/{clientId}/audiences/overlaps",
      at({ clientId }, { accountId, audienceIds: audiences.map((a) => a.id) }),
      { staleTime: 60_000 },
    ),
    audiences.map((a) => a.version).join(),
  );

export const relatedQuery = (clientId: string, accountId: string, definition: Definition) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/audiences/related",
    at({ clientId }, { accountId, definition }),
    { staleTime: 5 * 60_000 },
  );

export const layersQuery = (clientId: string, accountId: string, definition: Definition) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/audiences/layers",
    at({ clientId }, { accountId, definition }),
    { staleTime: 60_000 },
  );

export const usesQuery = (clientId: string, id: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/audiences/{id}/uses", at({ clientId, id }));

export const placesQuery = (clientId: string, accountId: string, text: string) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/accounts/{accountId}/places",
    { params: { path: { clientId, accountId }, query: { text } } },
    { staleTime: 10 * 60_000 },
  );

export const regionsQuery = (clientId: string, accountId: string) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/accounts/{accountId}/regions",
    at({ clientId, accountId }),
    { staleTime: 60 * 60_000 },
  );

export const questionsQuery = (clientId: string, accountId: string, topic: string) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/accounts/{accountId}/questions",
    { params: { path: { clientId, accountId }, query: { topic } } },
    { staleTime: 60 * 60_000 },
  );

export const expectedQuery = (clientId: string, accountId: string, people: number, dailyMinor: number) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/accounts/{accountId}/expected",
    { params: { path: { clientId, accountId }, query: { people, dailyMinor } } },
    { staleTime: 60_000 },
  );

/** The largest places of a part of the map. */
export const withinQuery = (
  clientId: string,
  accountId: string,
  box: { south: number; west: number; north: number; east: number },
) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/accounts/{accountId}/places/within",
    { params: { path: { clientId, accountId }, query: box } },
    { staleTime: 10 * 60_000 },
  );

export const nearestPlace = (clientId: string, accountId: string, latitude: number, longitude: number) =>
  send("get", "/api/clients/{clientId}/accounts/{accountId}/places/near", {
    params: { path: { clientId, accountId }, query: { latitude, longitude } },
  });

export const leaveOut = (clientId: string, body: Schemas["LeaveOutBody"]) =>
  send("post", "/api/clients/{clientId}/audiences/left-out", at({ clientId }, body));

export const addAudiences = (clientId: string, body: Schemas["AudienceBody"][]) =>
  send("post", "/api/clients/{clientId}/audiences/several", at({ clientId }, body));

export const keepAudience = (clientId: string, id: string, body: Schemas["AudienceBody"]) =>
  send("put", "/api/clients/{clientId}/audiences/{id}", at({ clientId, id }, body));

export const removeAudience = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/audiences/{id}", at({ clientId, id }));

export const breachesQuery = (clientId: string, accountId: string, definition: Definition) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/briefs/breaches",
    at({ clientId }, { accountId, definition }),
    { staleTime: 60_000 },
  );
