import { ask, at, type Schemas, send } from "../../api/client";

export type Frame = Schemas["Frame"];
export type Part = Frame["parts"][number];
export type Piece = Schemas["StoredPiece"];
export type Look = Schemas["Look"];

export const framesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/frames", at({ clientId }));

export const addFrame = (clientId: string, frame: Frame) =>
  send("post", "/api/clients/{clientId}/frames", at({ clientId }, frame));

export const changeFrame = (clientId: string, id: string, frame: Frame) =>
  send("put", "/api/clients/{clientId}/frames/{id}", at({ clientId, id }, frame));

export const removeFrame = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/frames/{id}", at({ clientId, id }));

export const piecesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/pieces", at({ clientId }));

export const addPiece = (clientId: string, body: Schemas["PieceBody"]) =>
  send("post", "/api/clients/{clientId}/pieces", at({ clientId }, body));

export const keepPiece = (clientId: string, id: string, body: Schemas["PieceBody"]) =>
  send("put", "/api/clients/{clientId}/pieces/{id}", at({ clientId, id }, body));

export const removePiece = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/pieces/{id}", at({ clientId, id }));

/** What is said of what is written; the last answer stands until the next is in. */
export const lookQuery = (clientId: string, body: Schemas["LookBody"]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/frames/look", at({ clientId }, body), {
    placeholderData: (before: Look | undefined) => before,
    staleTime: 60_000,
  });
