import { ask, at } from "./client";

export const audiencesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/audiences", at({ clientId }));

export const sourcesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/sources", at({ clientId }));
