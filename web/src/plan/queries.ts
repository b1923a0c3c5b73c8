import { type Schemas, ask, at, send, versioned } from "../api/client";

/** Names follow every edit, so the version of the plan is part of the key. */
export const namesQuery = (clientId: string, planId: string, campaignId: string, version: number) =>
  versioned(
    ask.queryOptions(
      "get",
      "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/names",
      at({ clientId, planId, campaignId }),
      { staleTime: Infinity },
    ),
    version,
  );

/** Where an ad leads, with the parameters its link gets. */
export const linkQuery = (
  path: { clientId: string; planId: string; campaignId: string; rowId: string; columnId: string },
  version: number,
) =>
  versioned(
    ask.queryOptions(
      "get",
      "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/links/{rowId}/{columnId}",
      at(path),
      { staleTime: Infinity },
    ),
    version,
  );

/** Leaves a warning or hint for a reason; null tells it again. */
export function silence(clientId: string, planId: string, finding: Schemas["Finding"], why: string | null) {
  const { campaignId, rowId, columnId } = finding.place;
  return send(
    "put",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/silenced",
    at(
      { clientId, planId, campaignId },
      { rule: finding.rule, rowId: rowId ?? null, columnId: columnId ?? null, why },
    ),
  );
}

export const addPlan = (clientId: string, name: string) =>
  send("post", "/api/clients/{clientId}/plans", at({ clientId }, { name }));
