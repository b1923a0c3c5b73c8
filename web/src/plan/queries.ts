import { api, asked, type Schemas } from "../api/client";

export const plansQuery = (clientId: string) => ({
  queryKey: ["plans", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/plans", { params: { path: { clientId } } })),
});

export const planKey = (clientId: string, planId: string) => ["plan", clientId, planId];

export const planQuery = (clientId: string, planId: string) => ({
  queryKey: planKey(clientId, planId),
  queryFn: () =>
    asked(api.GET("/api/clients/{clientId}/plans/{planId}", { params: { path: { clientId, planId } } })),
});

/** Names follow every edit, so the version of the plan is part of the key. */
export const namesQuery = (clientId: string, planId: string, campaignId: string, version: number) => ({
  queryKey: ["names", clientId, planId, campaignId, version],
  staleTime: Infinity,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/names", {
        params: { path: { clientId, planId, campaignId } },
      }),
    ),
});

/** Where an ad leads, with the parameters its link gets. */
export const linkQuery = (
  path: { clientId: string; planId: string; campaignId: string; rowId: string; columnId: string },
  version: number,
) => ({
  queryKey: ["names", "link", path, version],
  staleTime: Infinity,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/links/{rowId}/{columnId}", {
        params: { path },
      }),
    ),
});

/** Leaves a warning or hint for a reason; null tells it again. */
export function silence(clientId: string, planId: string, finding: Schemas["Finding"], why: string | null) {
  const { campaignId, rowId, columnId } = finding.place;
  return asked(
    api.PUT("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/silenced", {
      params: { path: { clientId, planId, campaignId } },
      body: { rule: finding.rule, rowId: rowId ?? null, columnId: columnId ?? null, why },
    }),
  );
}

export function addPlan(clientId: string, name: string) {
  return asked(api.POST("/api/clients/{clientId}/plans", { params: { path: { clientId } }, body: { name } }));
}
