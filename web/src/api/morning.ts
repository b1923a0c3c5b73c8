import { ask, send, type Schemas } from "./client";

export type MorningClient = Schemas["MorningClient"];
export type NeedLine = Schemas["NeedLine"];
export type NeedKind = NeedLine["need"]["kind"];

/** Where it is told what needs a person. */
export const MORNING_PATHS = ["/api/morning", "/api/clients/{clientId}/morning"] as const;

/** Which lines are asked for. */
export interface Asked {
  mine: boolean;
  network?: string;
  kind?: NeedKind;
  hidden: boolean;
}

/** All clients of the person, the most urgent first. */
export const morningQuery = (asked: Asked) =>
  ask.queryOptions("get", "/api/morning", { params: { query: asked } });

/** One client, with all its lines, or all that are asked for. */
export const morningOfQuery = (clientId: string, asked?: Asked) =>
  ask.queryOptions("get", "/api/clients/{clientId}/morning", {
    params: { path: { clientId }, query: asked },
  });

/** Hides a line from the person alone, or shows it again. */
export const hideNeed = (body: Schemas["HiddenBody"]) => send("put", "/api/morning/hidden", { body });

/** The person's own order of their clients; an empty one leaves it to what is urgent. */
export const arrangeClients = (clientIds: string[]) =>
  send("put", "/api/morning/order", { body: { clientIds } });
