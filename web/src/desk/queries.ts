import { api, asked } from "../api/client";

export const clientsQuery = { queryKey: ["clients"], queryFn: () => asked(api.GET("/api/clients")) };

export const deskQuery = (clientId: string) => ({
  queryKey: ["desk", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}", { params: { path: { clientId } } })),
});

/** What the network of an account offers. */
export const offerQuery = (clientId: string, accountId: string) => ({
  queryKey: ["offer", clientId, accountId],
  staleTime: 5 * 60_000,
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/accounts/{accountId}/offer", {
        params: { path: { clientId, accountId } },
      }),
    ),
});

/** Campaigns of a client that are on a network, paused or not. */
export const onNetworksQuery = (clientId: string) => ({
  queryKey: ["on-networks", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/on-networks", { params: { path: { clientId } } })),
});

export function pauseAll(clientId: string, paused: boolean) {
  return asked(
    api.PUT("/api/clients/{clientId}/on-networks", { params: { path: { clientId } }, body: { paused } }),
  );
}

/** Campaigns that cannot be launched as they are. */
export const blockedQuery = (clientId: string) => ({
  queryKey: ["plan", clientId, "blocked"],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/plans/blocked", { params: { path: { clientId } } })),
});

/** Money of the day at hand, by currency. */
export const todayQuery = (clientId: string) => ({
  queryKey: ["results", "today", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/results/today", { params: { path: { clientId } } })),
});
