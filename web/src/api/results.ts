import { ask, at, CAMPAIGN } from "./client";
import { cellsOf } from "./columns";
import { MORNING_PATHS } from "./morning";

/** Where results are asked for. */
export const RESULT_PATHS = [
  `${CAMPAIGN}/results`,
  "/api/clients/{clientId}/results/table",
  "/api/clients/{clientId}/results/line",
  "/api/clients/{clientId}/results/reach",
  "/api/clients/{clientId}/results/difference",
  "/api/clients/{clientId}/results/pace",
  ...MORNING_PATHS,
  "/api/clients/{clientId}/results/offer",
  "/api/clients/{clientId}/results/views",
] as const;

export const offerOfResults = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/results/offer", at({ clientId }));

/** One number of every ad of a campaign. */
export const resultsQuery = (clientId: string, planId: string, campaignId: string, metric: string) =>
  ask.queryOptions(
    "get",
    `${CAMPAIGN}/results`,
    { params: { path: { clientId, planId, campaignId }, query: { metric } } },
    { select: cellsOf },
  );

export const paceQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/results/pace", at({ clientId }));
