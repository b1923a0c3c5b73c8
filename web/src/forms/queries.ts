import { type Schemas, ask, at, send } from "../api/client";

/** Where forms and scripts are asked for. */
export const FORM_PATHS = ["/api/clients/{clientId}/forms", "/api/clients/{clientId}/scripts"] as const;

export const sendersQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/senders", at({ clientId }));

export const formFitQuery = (clientId: string, body: Schemas["FormBody"]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/forms/fit", at({ clientId }, body), {
    staleTime: 60_000,
  });

export const scriptFitQuery = (clientId: string, body: Schemas["ScriptBody"]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/scripts/fit", at({ clientId }, body), {
    staleTime: 60_000,
  });

export const addForm = (clientId: string, body: Schemas["FormBody"]) =>
  send("post", "/api/clients/{clientId}/forms", at({ clientId }, body));

export const keepForm = (clientId: string, id: string, body: Schemas["FormBody"]) =>
  send("put", "/api/clients/{clientId}/forms/{id}", at({ clientId, id }, body));

export const removeForm = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/forms/{id}", at({ clientId, id }));

export const addScript = (clientId: string, body: Schemas["ScriptBody"]) =>
  send("post", "/api/clients/{clientId}/scripts", at({ clientId }, body));

export const keepScript = (clientId: string, id: string, body: Schemas["ScriptBody"]) =>
  send("put", "/api/clients/{clientId}/scripts/{id}", at({ clientId, id }, body));

export const removeScript = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/scripts/{id}", at({ clientId, id }));

export const askSender = (clientId: string, accountId: string, name: string) =>
  send("post", "/api/clients/{clientId}/senders", at({ clientId }, { accountId, name }));
