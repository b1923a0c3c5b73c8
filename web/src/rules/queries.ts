import { api, asked, type Schemas } from "../api/client";
import type { Level, Scheme } from "./model";

export const namingQuery = (clientId: string) => ({
  queryKey: ["naming", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/naming", { params: { path: { clientId } } })),
});

export function keepNaming(clientId: string, body: Schemas["NamingBody"]) {
  return asked(api.PUT("/api/clients/{clientId}/naming", { params: { path: { clientId } }, body }));
}

export function namingVersion(clientId: string, version: number) {
  return asked(
    api.GET("/api/clients/{clientId}/naming/{version}", { params: { path: { clientId, version } } }),
  );
}

/** What a scheme makes of a sheet, before it is kept. */
export const triedQuery = (
  path: { clientId: string; planId: string; campaignId: string },
  scheme: Scheme,
) => ({
  queryKey: ["names", "tried", path, scheme],
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/names-tried", {
        params: { path },
        body: scheme,
      }),
    ),
});

export function readNames(clientId: string, level: Level, text: string, scheme: Scheme | null) {
  return asked(
    api.POST("/api/clients/{clientId}/names-read", {
      params: { path: { clientId } },
      body: { level, text, scheme },
    }),
  );
}
