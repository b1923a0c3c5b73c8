import { api, asked, type Schemas } from "../api/client";

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

type OnePath = { clientId: string; planId: string; campaignId: string };

/** Asks the network how the campaign stands there, and what that makes of the change list. */
export const lookQuery = (path: OnePath) => ({
  queryKey: ["look", path],
  retry: false,
  staleTime: 30_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/look", { params: { path } }),
    ),
});

export function takeOver(path: OnePath, body: Schemas["TakeOverBody"]) {
  return asked(
    api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/take-over", {
      params: { path },
      body,
    }),
  );
}

export function startLaunch(clientId: string, body: Schemas["LaunchBody"]) {
  return asked(api.POST("/api/clients/{clientId}/launches", { params: { path: { clientId } }, body }));
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
