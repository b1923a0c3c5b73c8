import { api, asked } from "../api/client";

export const resultsQuery = (clientId: string, planId: string, campaignId: string) => ({
  queryKey: ["results", clientId, planId, campaignId],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/results", {
        params: { path: { clientId, planId, campaignId } },
      }),
    ),
});
