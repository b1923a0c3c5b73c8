import { api, asked, type Schemas } from "../api/client";

export type Advice = Schemas["AdviceTold"];
export type Decision = Schemas["DecisionTold"];
export type Playbook = Schemas["Playbook"];
export type Move = Advice["move"];

export const adviceQuery = (clientId: string) => ({
  queryKey: ["advice", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/advice", { params: { path: { clientId } } })),
});

export const decisionsQuery = (clientId: string) => ({
  queryKey: ["advice-decisions", clientId],
  queryFn: () =>
    asked(api.GET("/api/clients/{clientId}/advice/decisions", { params: { path: { clientId } } })),
});

export const playbookQuery = (clientId: string) => ({
  queryKey: ["playbook", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/playbook", { params: { path: { clientId } } })),
});

export function keepPlaybook(clientId: string, body: Playbook) {
  return asked(api.PUT("/api/clients/{clientId}/playbook", { params: { path: { clientId } }, body }));
}

/** What a playbook would have advised in the past. */
export const triedQuery = (clientId: string, body: Playbook | undefined) => ({
  queryKey: ["playbook-tried", clientId, body],
  enabled: !!body,
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/playbook/tried", {
        params: { path: { clientId } },
        body: body as Playbook,
      }),
    ),
});

export function takeAdvice(clientId: string, body: Schemas["TakeBody"]) {
  return asked(api.POST("/api/clients/{clientId}/advice/taken", { params: { path: { clientId } }, body }));
}

export function putOffAdvice(clientId: string, key: string, until: string) {
  return asked(
    api.POST("/api/clients/{clientId}/advice/put-off", {
      params: { path: { clientId } },
      body: { key, until },
    }),
  );
}

export function refuseAdvice(clientId: string, key: string, reason: string) {
  return asked(
    api.POST("/api/clients/{clientId}/advice/refused", {
      params: { path: { clientId } },
      body: { key, reason },
    }),
  );
}
