import { ask, at, send, type Schemas } from "../api/client";

export type WorksView = Schemas["WorksView"];
export type TraitWorks = Schemas["TraitWorks"];
export type ValueWorks = Schemas["ValueWorks"];
export type MixesView = Schemas["MixesView"];
export type MixView = Schemas["MixView"];
export type Slot = Schemas["SlotView"]["slot"];
export type FilmHold = Schemas["FilmHold"];
export type Part = Schemas["LikeBody"]["part"];

export const worksQuery = (
  clientId: string,
  metric: string,
  temperature: Schemas["CampaignView"]["temperature"] | null,
) =>
  ask.queryOptions("get", "/api/clients/{clientId}/works", {
    params: { path: { clientId }, query: { metric, ...(temperature && { temperature }) } },
  });

export const mixesQuery = (clientId: string, metric: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/works/mixes", {
    params: { path: { clientId }, query: { metric } },
  });

export const filmsHeldQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/works/films", at({ clientId }));

/** A copy of a creative with one part left open. */
export const moreLike = (clientId: string, id: string, part: Part) =>
  send("post", "/api/clients/{clientId}/creatives/{id}/like", at({ clientId, id }, { part }));
