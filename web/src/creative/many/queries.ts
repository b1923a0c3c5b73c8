import { type Schemas, ask, at, send } from "../../api/client";

export type CrossBody = Schemas["CrossBody"];
export type Crossed = Schemas["Crossed"];
export type ReplaceBody = Schemas["ReplaceBody"];
export type Replaceable = Schemas["Replaceable"];

export const crossQuery = (clientId: string, body: CrossBody) =>
  ask.queryOptions("post", "/api/clients/{clientId}/creatives/crossed/look", at({ clientId }, body));

export const crossAll = (clientId: string, body: CrossBody) =>
  send("post", "/api/clients/{clientId}/creatives/crossed", at({ clientId }, body));

export const replaceQuery = (clientId: string, body: ReplaceBody) =>
  ask.queryOptions("post", "/api/clients/{clientId}/creatives/replaced/look", at({ clientId }, body));

export const undoReplaced = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/creatives/replaced/{id}", at({ clientId, id }));

export const ontoSheet = (
  clientId: string,
  planId: string,
  version: number,
  edit: Schemas["NewAds"] | Schemas["NewColumns"],
) =>
  send(
    "put",
    "/api/clients/{clientId}/plans/{planId}/edits",
    at({ clientId, planId }, { editId: crypto.randomUUID(), version, edit }),
  );
