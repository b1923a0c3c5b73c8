import { api, asked, type Schemas } from "../api/client";
import type { Definition } from "./model";

export const audiencesQuery = (clientId: string) => ({
  queryKey: ["audiences", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/audiences", { params: { path: { clientId } } })),
});

export const sizeQuery = (clientId: string, accountId: string, definition: Definition) => ({
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

export const sidesQuery = (clientId: string, accountId: string, definition: Definition) => ({
  queryKey: ["sides", clientId, accountId, definition],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/audiences/sides", {
        params: { path: { clientId } },
        body: { accountId, definition },
      }),
    ),
});

/** @param versions of the audiences, so that a changed one is compared anew */
export const overlapsQuery = (
  clientId: string,
  accountId: string,
  audiences: { id: string; version: number }[],
) => ({
  queryKey: ["overlaps", clientId, accountId, audiences.map((a) => `${a.id}@${a.version}`)],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/audiences/overlaps", {
        params: { path: { clientId } },
        body: { accountId, audienceIds: audiences.map((a) => a.id) },
      }),
    ),
});

export const relatedQuery = (clientId: string, accountId: string, definition: Definition) => ({
  queryKey: ["related", clientId, accountId, definition.places, definition.conditions],
  staleTime: 5 * 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/audiences/related", {
        params: { path: { clientId } },
        body: { accountId, definition },
      }),
    ),
});

export const layersQuery = (clientId: string, accountId: string, definition: Definition) => ({
  queryKey: ["layers", clientId, accountId, definition],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/audiences/layers", {
        params: { path: { clientId } },
        body: { accountId, definition },
      }),
    ),
});

export const usesQuery = (clientId: string, id: string) => ({
  queryKey: ["uses", clientId, id],
  queryFn: () =>
    asked(api.GET("/api/clients/{clientId}/audiences/{id}/uses", { params: { path: { clientId, id } } })),
});

export const placesQuery = (clientId: string, accountId: string, text: string) => ({
  queryKey: ["places", clientId, accountId, text],
  staleTime: 10 * 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/places", {
        params: { path: { clientId, accountId }, query: { text } },
      }),
    ),
});

export const regionsQuery = (clientId: string, accountId: string) => ({
  queryKey: ["regions", clientId, accountId],
  staleTime: 60 * 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/regions", {
        params: { path: { clientId, accountId } },
      }),
    ),
});

export const questionsQuery = (clientId: string, accountId: string, topic: string) => ({
  queryKey: ["questions", clientId, accountId, topic],
  staleTime: 60 * 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/questions", {
        params: { path: { clientId, accountId }, query: { topic } },
      }),
    ),
});

export const expectedQuery = (clientId: string, accountId: string, people: number, dailyMinor: number) => ({
  queryKey: ["expected", clientId, accountId, people, dailyMinor],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/expected", {
        params: { path: { clientId, accountId }, query: { people, dailyMinor } },
      }),
    ),
});

export function nearestCity(clientId: string, accountId: string, latitude: number, longitude: number) {
  return asked(
    api.GET("/api/clients/{clientId}/accounts/{accountId}/places/near", {
      params: { path: { clientId, accountId }, query: { latitude, longitude } },
    }),
  );
}

export function leaveOut(clientId: string, body: Schemas["LeaveOutBody"]) {
  return asked(
    api.POST("/api/clients/{clientId}/audiences/left-out", { params: { path: { clientId } }, body }),
  );
}

export function addAudience(clientId: string, body: Schemas["AudienceBody"]) {
  return asked(api.POST("/api/clients/{clientId}/audiences", { params: { path: { clientId } }, body }));
}

export function addAudiences(clientId: string, body: Schemas["AudienceBody"][]) {
  return asked(
    api.POST("/api/clients/{clientId}/audiences/several", { params: { path: { clientId } }, body }),
  );
}

export function keepAudience(clientId: string, id: string, body: Schemas["AudienceBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/audiences/{id}", { params: { path: { clientId, id } }, body }),
  );
}

export function removeAudience(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/audiences/{id}", { params: { path: { clientId, id } } }));
}

export const breachesQuery = (clientId: string, accountId: string, definition: Definition) => ({
  queryKey: ["breaches", clientId, accountId, definition],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/briefs/breaches", {
        params: { path: { clientId } },
        body: { accountId, definition },
      }),
    ),
});
