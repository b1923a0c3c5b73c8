import { api, asked, sendStream, type Schemas } from "../api/client";
import type { Draft } from "./model";

export const creativesQuery = (clientId: string) => ({
  queryKey: ["creatives", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/creatives", { params: { path: { clientId } } })),
});

export const mediaQuery = (clientId: string) => ({
  queryKey: ["media", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/media", { params: { path: { clientId } } })),
});

export const formatsQuery = (clientId: string) => ({
  queryKey: ["formats", clientId],
  staleTime: 600_000,
  queryFn: () => asked(api.GET("/api/clients/{clientId}/formats", { params: { path: { clientId } } })),
});

export const phrasesQuery = (clientId: string) => ({
  queryKey: ["phrases", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/phrases", { params: { path: { clientId } } })),
});

/** How a draft fits, with the draft it was asked for: previews show the two together. */
export const fitQuery = (clientId: string, draft: Draft) => ({
  queryKey: ["fit", clientId, draft],
  staleTime: 60_000,
  queryFn: async () => ({
    draft,
    fit: await asked(
      api.POST("/api/clients/{clientId}/creatives/fit", {
        params: { path: { clientId } },
        body: { ...draft, version: 0 },
      }),
    ),
  }),
});

export const combinationQuery = (clientId: string, creative: Schemas["CreativeBody"], number: number) => ({
  queryKey: ["combination", clientId, creative, number],
  staleTime: 600_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/creatives/combination", {
        params: { path: { clientId }, query: { number } },
        body: creative,
      }),
    ),
});

export function mendMedium(clientId: string, sha: string, mend: Schemas["MendBody"]) {
  return asked(
    api.POST("/api/clients/{clientId}/media/{sha}/mended", {
      params: { path: { clientId, sha } },
      body: mend,
    }),
  );
}

export function mendState(clientId: string, id: string) {
  return asked(api.GET("/api/clients/{clientId}/media/mends/{id}", { params: { path: { clientId, id } } }));
}

export function stopMend(clientId: string, id: string) {
  return asked(
    api.DELETE("/api/clients/{clientId}/media/mends/{id}", { params: { path: { clientId, id } } }),
  );
}

export function markText(clientId: string, sha: string, textFields: number) {
  return asked(
    api.PUT("/api/clients/{clientId}/media/{sha}/text", {
      params: { path: { clientId, sha } },
      body: { textFields },
    }),
  );
}

export function removeMedium(clientId: string, sha: string) {
  return asked(api.DELETE("/api/clients/{clientId}/media/{sha}", { params: { path: { clientId, sha } } }));
}

export function addCreative(clientId: string, body: Schemas["CreativeBody"]) {
  return asked(api.POST("/api/clients/{clientId}/creatives", { params: { path: { clientId } }, body }));
}

export function keepCreative(clientId: string, id: string, body: Schemas["CreativeBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/creatives/{id}", { params: { path: { clientId, id } }, body }),
  );
}

export function removeCreative(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/creatives/{id}", { params: { path: { clientId, id } } }));
}

export function varyCreative(clientId: string, id: string, body: Schemas["VaryBody"]) {
  return asked(
    api.POST("/api/clients/{clientId}/creatives/{id}/varied", { params: { path: { clientId, id } }, body }),
  );
}

export function addPhrases(clientId: string, body: Schemas["WordingBody"][]) {
  return asked(api.POST("/api/clients/{clientId}/phrases", { params: { path: { clientId } }, body }));
}

export function changePhrase(clientId: string, code: string, body: Schemas["WordingBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/phrases/{code}", { params: { path: { clientId, code } }, body }),
  );
}

export function removePhrase(clientId: string, code: string) {
  return asked(
    api.DELETE("/api/clients/{clientId}/phrases/{code}", { params: { path: { clientId, code } } }),
  );
}

export function addMedium(clientId: string, file: File, onSent: (share: number) => void) {
  const path = `/api/clients/${encodeURIComponent(clientId)}/media?name=${encodeURIComponent(file.name)}`;
  return sendStream<Schemas["Medium"]>(path, file, onSent);
}

/** A small upright picture: 0 for the whole, 1 to 3 for a video's first seconds. */
export function stillUrl(clientId: string, sha: string, number = 0): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/${sha}/stills/${number}`;
}

export function contentUrl(clientId: string, sha: string): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/${sha}/content`;
}
