import { type Schemas, ask, at, versioned } from "../api/client";

interface CampaignPath {
  clientId: string;
  planId: string;
  campaignId: string;
}

export type Relabelled = Schemas["Changed"];

/** Labels that find and replace would change. */
export const relabelQuery = (path: CampaignPath, body: Schemas["RelabelBody"]) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/relabel-preview",
    at(path, body),
    { enabled: body.find !== "" && body.rowIds.length > 0 },
  );

/** What pasted cells would do. */
export const pasteQuery = (path: CampaignPath, body: Schemas["PasteBody"]) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/paste-preview",
    at(path, body),
    { retry: false },
  );

/** What each row would get of a sum spread over them. */
export const spreadQuery = (path: CampaignPath, body: Schemas["SpreadBody"]) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/spread-preview",
    at(path, body),
    { retry: false },
  );

/** What a copy of the campaign on another account would lose. */
export const carriedQuery = (path: CampaignPath, accountId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/carried", {
    params: { path: { ...path }, query: { accountId } },
  });

export const calendarQuery = (clientId: string, planId: string, version: number) =>
  versioned(
    ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/calendar", at({ clientId, planId })),
    version,
  );

/** What follows from the prices, numbers and rates that are known. */
export const priceSumsQuery = (known: Record<string, number>) =>
  ask.queryOptions("post", "/api/price-sums", { body: { known } }, { retry: false });

/** What a row's money is likely to bring. */
export const expectedQuery = (
  path: { clientId: string; planId: string; campaignId: string; rowId: string },
  version: number,
) =>
  versioned(
    ask.queryOptions(
      "get",
      "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/expected",
      at(path),
    ),
    version,
  );

/** What bids win for a row that seeks a goal and is charged so. */
export const placementsQuery = (path: CampaignPath & { rowId: string }, version: number) =>
  versioned(
    ask.queryOptions(
      "get",
      "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/placements",
      at(path),
      { staleTime: 60_000 },
    ),
    version,
  );

export const bidsQuery = (
  path: CampaignPath & { rowId: string },
  goal: string | null,
  charge: Schemas["DeliveryView"]["charge"] | null,
) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/bids",
    { params: { path: { ...path }, query: { ...(goal ? { goal } : {}), ...(charge ? { charge } : {}) } } },
    { staleTime: 60_000 },
  );

export const historyQuery = (clientId: string, planId: string, version: number) =>
  versioned(
    ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/history", at({ clientId, planId })),
    version,
  );
