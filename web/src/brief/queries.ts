import { type Schemas, ask, at, send } from "../api/client";

export type Brief = Schemas["BriefBody"];
export type KeptBrief = Schemas["KeptBrief"];

export const briefsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/briefs", at({ clientId }));

export const reckoningQuery = (clientId: string, brief: Brief) =>
  ask.queryOptions("post", "/api/clients/{clientId}/briefs/reckoning", at({ clientId }, brief), {
    staleTime: 60_000,
  });

export const addBrief = (clientId: string, brief: Brief) =>
  send("post", "/api/clients/{clientId}/briefs", at({ clientId }, brief));

export const keepBrief = (clientId: string, id: string, version: number, brief: Brief) =>
  send("put", "/api/clients/{clientId}/briefs/{id}", {
    params: { path: { clientId, id }, query: { version } },
    body: brief,
  });

export const removeBrief = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/briefs/{id}", at({ clientId, id }));

export const toldQuery = (clientId: string, accountId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/accounts/{accountId}/told", at({ clientId, accountId }), {
    staleTime: 30_000,
  });

export const openAccount = (clientId: string, body: Schemas["NewAccountBody"]) =>
  send("post", "/api/clients/{clientId}/accounts", at({ clientId }, body));

export const changeAccount = (clientId: string, accountId: string, body: Schemas["AccountBody"]) =>
  send("put", "/api/clients/{clientId}/accounts/{accountId}", at({ clientId, accountId }, body));
