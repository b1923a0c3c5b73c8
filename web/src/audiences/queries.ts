import { api, asked, type Schemas } from "../api/client";

export const audiencesQuery = (clientId: string) => ({
  queryKey: ["audiences", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/audiences", { params: { path: { clientId } } })),
});

export const sizeQuery = (clientId: string, accountId: string, definition: Schemas["DefinitionBody"]) => ({
  queryKey: ["size", clientId, accountId, definition],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/audiences/size", {
        params: { path: { clientId } },
        body: { accountId, definition },
      }),
    ),
});

export const placesQuery = (clientId: string, accountId: string, country: string, text: string) => ({
  queryKey: ["places", clientId, accountId, country, text],
  staleTime: 10 * 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/places", {
        params: { path: { clientId, accountId }, query: { country, text } },
      }),
    ),
});

export function addAudience(clientId: string, body: Schemas["AudienceBody"]) {
  return asked(api.POST("/api/clients/{clientId}/audiences", { params: { path: { clientId } }, body }));
}

export function keepAudience(clientId: string, id: string, body: Schemas["AudienceBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/audiences/{id}", { params: { path: { clientId, id } }, body }),
  );
}

export function removeAudience(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/audiences/{id}", { params: { path: { clientId, id } } }));
}
