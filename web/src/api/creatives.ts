import { type Schemas, ask, at, send, sendStream } from "./client";

export const creativesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/creatives", at({ clientId }));

export const mediaQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/media", at({ clientId }));

export const formatsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/formats", at({ clientId }), { staleTime: 600_000 });

export const phrasesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/phrases", at({ clientId }));

/** Replaces a text, medium or link in some creatives. */
export const replaceIn = (clientId: string, what: Schemas["ReplaceBody"], creativeIds: string[]) =>
  send("post", "/api/clients/{clientId}/creatives/replaced", at({ clientId }, { what, creativeIds }));

/** Puts a file on the shelf, and tells how much of it has gone. */
export function addMedium(clientId: string, file: File, onSent?: (share: number) => void) {
  const path = `/api/clients/${encodeURIComponent(clientId)}/media?name=${encodeURIComponent(file.name)}`;
  return sendStream<Schemas["Medium"]>(path, file, onSent);
}

/** A small upright picture: 0 for the whole, 1 to 3 for a video's first seconds. */
export function stillUrl(clientId: string, sha: string, number = 0): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/${sha}/stills/${number}`;
}

/** A video as pictures side by side, from its beginning to its end. */
export function stripUrl(clientId: string, sha: string): string {
  return `/api/clients/${encodeURIComponent(clientId)}/media/${sha}/strip`;
}
