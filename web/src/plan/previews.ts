import { api, asked, type Schemas } from "../api/client";

interface CampaignPath {
  clientId: string;
  planId: string;
  campaignId: string;
}

export type Relabelled = Schemas["Changed"];

/** Labels that find and replace would change. */
export const relabelQuery = (path: CampaignPath, body: Schemas["RelabelBody"]) => ({
  queryKey: ["relabel", path, body],
  enabled: body.find !== "" && body.rowIds.length > 0,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/relabel-preview", {
        params: { path: { ...path } },
        body,
      }),
    ),
});

/** What pasted cells would do. */
export const pasteQuery = (path: CampaignPath, body: Schemas["PasteBody"]) => ({
  queryKey: ["paste", path, body],
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/paste-preview", {
        params: { path: { ...path } },
        body,
      }),
    ),
});

/** What each row would get of a sum spread over them. */
export const spreadQuery = (path: CampaignPath, body: Schemas["SpreadBody"]) => ({
  queryKey: ["spread", path, body],
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/spread-preview", {
        params: { path: { ...path } },
        body,
      }),
    ),
});

/** What a copy of the campaign on another account would lose. */
export const carriedQuery = (path: CampaignPath, accountId: string) => ({
  queryKey: ["carried", path, accountId],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/carried", {
        params: { path: { ...path }, query: { accountId } },
      }),
    ),
});

export const calendarQuery = (clientId: string, planId: string, version: number) => ({
  queryKey: ["calendar", clientId, planId, version],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/calendar", {
        params: { path: { clientId, planId } },
      }),
    ),
});

/** What follows from the prices, numbers and rates that are known. */
export const priceSumsQuery = (known: Record<string, number>) => ({
  queryKey: ["price-sums", known],
  retry: false,
  queryFn: () => asked(api.POST("/api/price-sums", { body: { known } })),
});

/** What a row's money is likely to bring. */
export const expectedQuery = (
  path: { clientId: string; planId: string; campaignId: string; rowId: string },
  version: number,
) => ({
  queryKey: ["expected", path, version],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/expected", {
        params: { path },
      }),
    ),
});

/** What bids win for a row that seeks a goal and is charged so. */
export const placementsQuery = (path: CampaignPath & { rowId: string }, version: number) => ({
  queryKey: ["placements", path, version],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/placements", {
        params: { path },
      }),
    ),
});

export const bidsQuery = (
  path: CampaignPath & { rowId: string },
  goal: string | null,
  charge: Schemas["DeliveryView"]["charge"] | null,
) => ({
  queryKey: ["bids", path, goal, charge],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/bids", {
        params: { path: { ...path }, query: { ...(goal ? { goal } : {}), ...(charge ? { charge } : {}) } },
      }),
    ),
});

export const historyQuery = (clientId: string, planId: string, version: number) => ({
  queryKey: ["history", clientId, planId, version],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/history", { params: { path: { clientId, planId } } }),
    ),
});
