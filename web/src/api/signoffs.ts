import { ask, at, send, type Schemas } from "./client";

export type SignOffLine = Schemas["SignOffLine"];

/** Of a client, the newest first. */
export const signOffsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/sign-offs", at({ clientId }));

export const signOffQuery = (clientId: string, signOffId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/sign-offs/{signOffId}", at({ clientId, signOffId }));

export const commentsQuery = (clientId: string, planId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/comments", at({ clientId, planId }));

export const colleaguesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/people", at({ clientId }), { staleTime: 60_000 });

export const sendForSignOff = (clientId: string, planId: string, body: Schemas["SendBody"]) =>
  send("post", "/api/clients/{clientId}/plans/{planId}/sign-offs", at({ clientId, planId }, body));

/** Where a sign-off is found by whoever works for the client. */
export const signOffPath = (clientId: string, id: string) => `/c/${clientId}/launch/sign-offs/${id}`;
