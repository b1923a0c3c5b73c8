import { ask, at, send } from "../api/client";

/** Campaigns of a client that are on a network, paused or not. */
export const onNetworksQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/on-networks", at({ clientId }));

export const pauseAll = (clientId: string, paused: boolean) =>
  send("put", "/api/clients/{clientId}/on-networks", at({ clientId }, { paused }));

/** Campaigns that cannot be launched as they are. */
export const blockedQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans/blocked", at({ clientId }));

/** Money of the day at hand, by currency. */
export const todayQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/results/today", at({ clientId }));
