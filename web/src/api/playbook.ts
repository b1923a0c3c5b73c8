import { type Schemas, ask, at, send } from "./client";

export type Advice = Schemas["AdviceTold"];

export type Playbook = Schemas["Playbook"];

export type Move = Advice["move"];

export const adviceQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/advice", at({ clientId }));

export const playbookQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/playbook", at({ clientId }));

export const keepPlaybook = (clientId: string, body: Playbook) =>
  send("put", "/api/clients/{clientId}/playbook", at({ clientId }, body));

/** What a playbook would have advised in the past. */
export const triedQuery = (clientId: string, body: Playbook | undefined) =>
  ask.queryOptions("post", "/api/clients/{clientId}/playbook/tried", at({ clientId }, body as Playbook), {
    enabled: !!body,
    retry: false,
  });
