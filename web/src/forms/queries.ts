import { api, asked, type Schemas } from "../api/client";

export const formsQuery = (clientId: string) => ({
  queryKey: ["forms", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/forms", { params: { path: { clientId } } })),
});

export const scriptsQuery = (clientId: string) => ({
  queryKey: ["scripts", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/scripts", { params: { path: { clientId } } })),
});

export const sendersQuery = (clientId: string) => ({
  queryKey: ["senders", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/senders", { params: { path: { clientId } } })),
});

export const formFitQuery = (clientId: string, body: Schemas["FormBody"]) => ({
  queryKey: ["form-fit", clientId, body],
  staleTime: 60_000,
  queryFn: () =>
    asked(api.POST("/api/clients/{clientId}/forms/fit", { params: { path: { clientId } }, body })),
});

export const scriptFitQuery = (clientId: string, body: Schemas["ScriptBody"]) => ({
  queryKey: ["script-fit", clientId, body],
  staleTime: 60_000,
  queryFn: () =>
    asked(api.POST("/api/clients/{clientId}/scripts/fit", { params: { path: { clientId } }, body })),
});

export function addForm(clientId: string, body: Schemas["FormBody"]) {
  return asked(api.POST("/api/clients/{clientId}/forms", { params: { path: { clientId } }, body }));
}

export function keepForm(clientId: string, id: string, body: Schemas["FormBody"]) {
  return asked(api.PUT("/api/clients/{clientId}/forms/{id}", { params: { path: { clientId, id } }, body }));
}

export function removeForm(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/forms/{id}", { params: { path: { clientId, id } } }));
}

export function addScript(clientId: string, body: Schemas["ScriptBody"]) {
  return asked(api.POST("/api/clients/{clientId}/scripts", { params: { path: { clientId } }, body }));
}

export function keepScript(clientId: string, id: string, body: Schemas["ScriptBody"]) {
  return asked(api.PUT("/api/clients/{clientId}/scripts/{id}", { params: { path: { clientId, id } }, body }));
}

export function removeScript(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/scripts/{id}", { params: { path: { clientId, id } } }));
}

export function askSender(clientId: string, accountId: string, name: string) {
  return asked(
    api.POST("/api/clients/{clientId}/senders", {
      params: { path: { clientId } },
      body: { accountId, name },
    }),
  );
}
