import { type Schemas, ask, at, send } from "../api/client";

export type Decision = Schemas["DecisionTold"];
export const decisionsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/advice/decisions", at({ clientId }));

export const takeAdvice = (clientId: string, body: Schemas["TakeBody"]) =>
  send("post", "/api/clients/{clientId}/advice/taken", at({ clientId }, body));

export const putOffAdvice = (clientId: string, key: string, until: string) =>
  send("post", "/api/clients/{clientId}/advice/put-off", at({ clientId }, { key, until }));

export const refuseAdvice = (clientId: string, key: string, reason: string) =>
  send("post", "/api/clients/{clientId}/advice/refused", at({ clientId }, { key, reason }));
