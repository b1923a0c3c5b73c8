import { ask, at, CAMPAIGN, type CampaignPath, type Schemas, send } from "../api/client";
import type { Level, Scheme } from "./model";

export const namingQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/naming", at({ clientId }));

export const keepNaming = (clientId: string, body: Schemas["NamingBody"]) =>
  send("put", "/api/clients/{clientId}/naming", at({ clientId }, body));

export const namingVersion = (clientId: string, version: number) =>
  send("get", "/api/clients/{clientId}/naming/{version}", at({ clientId, version }));

/** Where names of a scheme that is not kept are asked for. */
export const TRIED = `${CAMPAIGN}/names-tried`;

/** What a scheme makes of a sheet, before it is kept. */
export const triedQuery = (path: CampaignPath, scheme: Scheme) =>
  ask.queryOptions("post", TRIED, at(path, scheme), { retry: false });

export const readNames = (clientId: string, level: Level, text: string, scheme: Scheme | null) =>
  send("post", "/api/clients/{clientId}/names-read", at({ clientId }, { level, text, scheme }));

/** Names laid out by the pattern that they show themselves, or that a person says they have. */
export const layOut = (clientId: string, body: Schemas["LayoutBody"]) =>
  send("post", "/api/clients/{clientId}/names-laid-out", at({ clientId }, body));
