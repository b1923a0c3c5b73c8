import { type Schemas, ask, at, send } from "../api/client";
import { count } from "../look/format";

export type Lead = Schemas["Lead"];

/** In the place of a form: what came by chats. */
export const CHATS = "chats";

/** @property from a form's id, or {@link CHATS}; null for wherever it came from */
export interface Wanted {
  state: Lead["state"] | null;
  from: string | null;
  find: string;
}

/** As it is asked for. */
const asked = ({ state, from, find }: Wanted) => ({
  find,
  ...(state ? { state } : {}),
  ...(from === CHATS ? { kind: "CHAT" as const } : from ? { form: from } : {}),
});

/** How much of what there is stands there. */
export function shownWords(wanted: Wanted, shown: number, more: boolean, all: number | undefined): string {
  const narrowed = wanted.state !== null || wanted.from !== null || wanted.find.trim() !== "";
  if (narrowed) return `${count(shown)}${more ? " and more" : ""} found, newest first`;
  return more && all ? `The newest ${count(shown)} of ${count(all)}` : `${count(shown)}, newest first`;
}

export const leadsPage = (clientId: string, wanted: Wanted, after: string | undefined) =>
  send("get", "/api/clients/{clientId}/leads", {
    params: {
      path: { clientId },
      query: { ...asked(wanted), ...(after ? { after } : {}) },
    },
  });

export const webhookQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/lead-webhook", at({ clientId }), {
    refetchInterval: 10_000,
  });

export const workLead = (clientId: string, lead: Lead, state: Lead["state"], note: string) =>
  send(
    "put",
    "/api/clients/{clientId}/leads/{id}",
    at({ clientId, id: lead.id }, { version: lead.version, state, note }),
  );

export const eraseLead = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/leads/{id}", at({ clientId, id }));

/** That people were erased, without whom. */
export const erasuresQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/leads/erasures", at({ clientId }), {
    refetchInterval: 5_000,
  });

export const sendAgain = (clientId: string, id: string) =>
  send("post", "/api/clients/{clientId}/leads/{id}/sent", at({ clientId, id }));

export const setWebhook = (clientId: string, body: Schemas["WebhookBody"]) =>
  send("put", "/api/clients/{clientId}/lead-webhook", at({ clientId }, body));

export function csvUrl(clientId: string, wanted: Wanted): string {
  const query = new URLSearchParams(asked(wanted));
  return `/api/clients/${encodeURIComponent(clientId)}/leads.csv?${query}`;
}

/** How long ago something was, as people say it: 40 min, 3 h, 12 days. */
export function ago(then: string, now: string): string {
  const minutes = Math.max(0, Math.round((Date.parse(now) - Date.parse(then)) / 60_000));
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  if (hours < 48) return `${hours} h`;
  return `${Math.round(hours / 24)} days`;
}

/** Who a lead is from, in a line. */
export function nameOf(lead: Lead): string {
  const of = (...keys: string[]) =>
    keys
      .map((k) => lead.answers.find((a) => a.key === k)?.answer)
      .filter(Boolean)
      .join(" ");
  return (
    of("full-name") ||
    of("first-name", "last-name") ||
    of("email") ||
    of("phone") ||
    (lead.lines.length > 0 ? "Chat" : "No name given")
  );
}

export const sendFailedAgain = (clientId: string) =>
  send("post", "/api/clients/{clientId}/lead-webhook/failed/sent", at({ clientId }));
