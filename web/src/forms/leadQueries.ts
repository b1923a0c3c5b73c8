import { api, asked, type Schemas } from "../api/client";

export type Lead = Schemas["Lead"];

export interface Wanted {
  state: Lead["state"] | null;
  find: string;
}

export const leadCountsQuery = (clientId: string) => ({
  queryKey: ["leads", clientId, "counts"],
  refetchInterval: 10_000,
  queryFn: () => asked(api.GET("/api/clients/{clientId}/leads/counts", { params: { path: { clientId } } })),
});

export function leadsPage(clientId: string, wanted: Wanted, after: string | undefined) {
  return asked(
    api.GET("/api/clients/{clientId}/leads", {
      params: {
        path: { clientId },
        query: {
          find: wanted.find,
          ...(wanted.state ? { state: wanted.state } : {}),
          ...(after ? { after } : {}),
        },
      },
    }),
  );
}

export const webhookQuery = (clientId: string) => ({
  queryKey: ["lead-webhook", clientId],
  refetchInterval: 10_000,
  queryFn: () => asked(api.GET("/api/clients/{clientId}/lead-webhook", { params: { path: { clientId } } })),
});

export function workLead(clientId: string, lead: Lead, state: Lead["state"], note: string) {
  return asked(
    api.PUT("/api/clients/{clientId}/leads/{id}", {
      params: { path: { clientId, id: lead.id } },
      body: { version: lead.version, state, note },
    }),
  );
}

export function eraseLead(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/leads/{id}", { params: { path: { clientId, id } } }));
}

export function sendAgain(clientId: string, id: string) {
  return asked(api.POST("/api/clients/{clientId}/leads/{id}/sent", { params: { path: { clientId, id } } }));
}

export function setWebhook(clientId: string, body: Schemas["WebhookBody"]) {
  return asked(api.PUT("/api/clients/{clientId}/lead-webhook", { params: { path: { clientId } }, body }));
}

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
