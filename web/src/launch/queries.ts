import { ask, at, CAMPAIGN, type CampaignPath, type Schemas, send } from "../api/client";
import { CHANGES } from "../api/plans";

export const changesQuery = (clientId: string, planId: string, campaignId: string) =>
  ask.queryOptions("get", CHANGES, at({ clientId, planId, campaignId }));

export const launchQuery = (clientId: string, launchId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/launches/{launchId}", at({ clientId, launchId }));

/** Asks the network how the campaign stands there, and what that makes of the change list. */
export const lookQuery = (path: CampaignPath) =>
  ask.queryOptions("post", `${CAMPAIGN}/look`, at(path), {
    retry: false,
    staleTime: 30_000,
  });

export const takeOver = (path: CampaignPath, body: Schemas["TakeOverBody"]) =>
  send("post", `${CAMPAIGN}/take-over`, at(path, body));

export const startLaunch = (clientId: string, body: Schemas["LaunchBody"]) =>
  send("post", "/api/clients/{clientId}/launches", at({ clientId }, body));

export const stopLaunch = (clientId: string, launchId: string) =>
  send("post", "/api/clients/{clientId}/launches/{launchId}/stop", at({ clientId, launchId }));

export const sendAgain = (clientId: string, launchId: string) =>
  send("post", "/api/clients/{clientId}/launches/{launchId}/send-again", at({ clientId, launchId }));
