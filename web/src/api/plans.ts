import { ask, at, CAMPAIGN } from "./client";
import { MORNING_PATHS } from "./morning";

export const plansQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans", at({ clientId }));

export const planKey = (clientId: string, planId: string) => planQuery(clientId, planId).queryKey;

export const planQuery = (clientId: string, planId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}", at({ clientId, planId }));

/** Where plans are asked for, which change with what they are made of. */
export const PLAN_PATHS = ["/api/clients/{clientId}/plans/{planId}", ...MORNING_PATHS] as const;

/** Where names are asked for. */
export const NAME_PATHS = [`${CAMPAIGN}/names`, `${CAMPAIGN}/links/{rowId}/{columnId}`] as const;

/** Where change lists are asked for. */
export const CHANGES = `${CAMPAIGN}/changes`;
