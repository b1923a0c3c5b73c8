import { ask, at } from "./client";

export const clientsQuery = ask.queryOptions("get", "/api/clients");

export const deskQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}", at({ clientId }));

/** What the network of an account offers. */
export const offerQuery = (clientId: string, accountId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/accounts/{accountId}/offer", at({ clientId, accountId }), {
    staleTime: 5 * 60_000,
  });

export const networksQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/networks", at({ clientId }), { staleTime: 5 * 60_000 });

export const clockQuery = ask.queryOptions("get", "/api/clock");
