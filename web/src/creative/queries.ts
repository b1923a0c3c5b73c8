import { type Schemas, ask, at, send } from "../api/client";
import { bodyOf, type Draft } from "./model";

/** How a draft fits, with the draft it was asked for: previews show the two together. */
export const fitQuery = (clientId: string, draft: Draft) => ({
  queryKey: ["fit", clientId, draft],
  staleTime: 60_000,
  queryFn: async () => ({
    draft,
    fit: await send("post", "/api/clients/{clientId}/creatives/fit", at({ clientId }, bodyOf(draft, 0))),
  }),
});

/** What its texts say in each row that shows it. */
export const rowTextsQuery = (clientId: string, creativeId: string, draft: Draft) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/creatives/{creativeId}/rows",
    at({ clientId, creativeId }, bodyOf(draft, 0).draft),
  );

export const combinationQuery = (clientId: string, creative: Schemas["CreativeBody"], number: number) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/creatives/combination",
    { params: { path: { clientId }, query: { number } }, body: creative },
    { staleTime: 600_000 },
  );

export const mendMedium = (clientId: string, sha: string, mend: Schemas["MendBody"]) =>
  send("post", "/api/clients/{clientId}/media/{sha}/mended", at({ clientId, sha }, mend));

export const mendState = (clientId: string, id: string) =>
  send("get", "/api/clients/{clientId}/media/jobs/{id}", at({ clientId, id }));

export const stopMend = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/media/jobs/{id}", at({ clientId, id }));

export const markText = (clientId: string, sha: string, textFields: number) =>
  send("put", "/api/clients/{clientId}/media/{sha}/text", at({ clientId, sha }, { textFields }));

export const removeMedium = (clientId: string, sha: string) =>
  send("delete", "/api/clients/{clientId}/media/{sha}", at({ clientId, sha }));

export const addCreative = (clientId: string, body: Schemas["CreativeBody"]) =>
  send("post", "/api/clients/{clientId}/creatives", at({ clientId }, body));

export const keepCreative = (clientId: string, id: string, body: Schemas["CreativeBody"]) =>
  send("put", "/api/clients/{clientId}/creatives/{id}", at({ clientId, id }, body));

export const removeCreative = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/creatives/{id}", at({ clientId, id }));

export const varyCreative = (clientId: string, id: string, body: Schemas["VaryBody"]) =>
  send("post", "/api/clients/{clientId}/creatives/{id}/varied", at({ clientId, id }, body));

export const addPhrases = (clientId: string, body: Schemas["Wording"][]) =>
  send("post", "/api/clients/{clientId}/phrases", at({ clientId }, body));

export const changePhrase = (clientId: string, code: string, body: Schemas["Wording"]) =>
  send("put", "/api/clients/{clientId}/phrases/{code}", at({ clientId, code }, body));

export const removePhrase = (clientId: string, code: string) =>
  send("delete", "/api/clients/{clientId}/phrases/{code}", at({ clientId, code }));

/** All of the shelf in one file, with a table. */
export function shelfUrl(clientId: string): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/all.zip`;
}

export function contentUrl(clientId: string, sha: string): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/${sha}/content`;
}

/** What pictures and films look like, as far as results are told by it. */
export const looksQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/media/looks", at({ clientId }));

export const setFace = (clientId: string, sha: string, face: boolean | null) =>
  send("put", "/api/clients/{clientId}/media/{sha}/face", at({ clientId, sha }, { face }));
