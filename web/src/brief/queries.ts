import { api, asked, type Schemas } from "../api/client";

export type Brief = Schemas["BriefBody"];
export type KeptBrief = Schemas["KeptBrief"];

export const briefsQuery = (clientId: string) => ({
  queryKey: ["briefs", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/briefs", { params: { path: { clientId } } })),
});

export const reckoningQuery = (clientId: string, brief: Brief) => ({
  queryKey: ["reckoning", clientId, brief],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/briefs/reckoning", { params: { path: { clientId } }, body: brief }),
    ),
});

export function addBrief(clientId: string, brief: Brief) {
  return asked(api.POST("/api/clients/{clientId}/briefs", { params: { path: { clientId } }, body: brief }));
}

export function keepBrief(clientId: string, id: string, version: number, brief: Brief) {
  return asked(
    api.PUT("/api/clients/{clientId}/briefs/{id}", {
      params: { path: { clientId, id }, query: { version } },
      body: brief,
    }),
  );
}

export function removeBrief(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/briefs/{id}", { params: { path: { clientId, id } } }));
}

export const networksQuery = (clientId: string) => ({
  queryKey: ["networks", clientId],
  staleTime: 5 * 60_000,
  queryFn: () => asked(api.GET("/api/clients/{clientId}/networks", { params: { path: { clientId } } })),
});

export const toldQuery = (clientId: string, accountId: string) => ({
  queryKey: ["told", clientId, accountId],
  staleTime: 30_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/told", {
        params: { path: { clientId, accountId } },
      }),
    ),
});

export function openAccount(clientId: string, body: Schemas["NewAccountBody"]) {
  return asked(api.POST("/api/clients/{clientId}/accounts", { params: { path: { clientId } }, body }));
}

export function changeAccount(clientId: string, accountId: string, body: Schemas["AccountBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/accounts/{accountId}", {
      params: { path: { clientId, accountId } },
      body,
    }),
  );
}
