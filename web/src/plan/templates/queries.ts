import { ask, at, type Schemas, send } from "../../api/client";

export type Template = Schemas["TemplateView"];

/** The templates of every client that the person works for. */
export const templatesQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/templates", at({ clientId }));

export const keepTemplate = (clientId: string, body: Schemas["NewTemplate"]) =>
  send("post", "/api/clients/{clientId}/templates", at({ clientId }, body));

export const removeTemplate = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/templates/{id}", at({ clientId, id }));

/** What a campaign like a template would be over some audiences and creatives. */
export const overQuery = (clientId: string, id: string, over: Schemas["Over"]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/templates/{id}/over", at({ clientId, id }, over));
