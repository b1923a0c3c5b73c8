import { ask, at } from "./client";

export const formsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/forms", at({ clientId }));

export const scriptsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/scripts", at({ clientId }));

export const leadCountsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/leads/counts", at({ clientId }), {
    refetchInterval: 10_000,
  });
