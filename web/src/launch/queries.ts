import { api, asked } from "../api/client";

export const changesQuery = (clientId: string, planId: string, campaignId: string) => ({
  queryKey: ["changes", clientId, planId, campaignId],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/changes", {
        params: { path: { clientId, planId, campaignId } },
      }),
    ),
});

export const launchQuery = (clientId: string, launchId: string) => ({
  queryKey: ["launch", clientId, launchId],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/launches/{launchId}", { params: { path: { clientId, launchId } } }),
    ),
});

export function startLaunch(clientId: string, planId: string, campaignId: string, planVersion: number) {
  return asked(
    api.POST("/api/clients/{clientId}/launches", {
      params: { path: { clientId } },
      body: { planId, campaignId, planVersion },
    }),
  );
}

export function stopLaunch(clientId: string, launchId: string) {
  return asked(
    api.POST("/api/clients/{clientId}/launches/{launchId}/stop", {
      params: { path: { clientId, launchId } },
    }),
  );
}

export function sendAgain(clientId: string, launchId: string) {
  return asked(
    api.POST("/api/clients/{clientId}/launches/{launchId}/send-again", {
      params: { path: { clientId, launchId } },
    }),
  );
}
