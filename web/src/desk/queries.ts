import { ask, at, send } from "../api/client";

/** Campaigns of a client that are on a network, paused or not. */
export const onNetworksQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/on-networks", at({ clientId }));

export const pauseAll = (clientId: string, paused: boolean) =>
  send("put", "/api/clients/{clientId}/on-networks", at({ clientId }, { paused }));
