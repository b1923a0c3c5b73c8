import { type Schemas, ask, at, send } from "../api/client";

export type Lead = Schemas["Lead"];

export interface Wanted {
  state: Lead["state"] | null;
  find: string;
}

export const leadsPage = (clientId: string, wanted: Wanted, after: string | undefined) =>
  send("get", "/api/clients/{clientId}/leads", {
    params: {
      path: { clientId },
      query: {
        find: wanted.find,
        ...(wanted.state ? { state: wanted.state } : {}),
        ...(after ? { after } : {}),
      },
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
  const query = new URLSearchParams({ find: wanted.find });
  if (wanted.state) query.set("state", wanted.state);
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
