import { api, asked, sendFile, type Schemas } from "../api/client";

export const creativesQuery = (clientId: string) => ({
  queryKey: ["creatives", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/creatives", { params: { path: { clientId } } })),
});

export const picturesQuery = (clientId: string) => ({
  queryKey: ["pictures", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/pictures", { params: { path: { clientId } } })),
});

export const fitQuery = (clientId: string, creative: Schemas["CreativeBody"]) => ({
  queryKey: ["fit", clientId, creative],
  staleTime: 60_000,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/creatives/fit", { params: { path: { clientId } }, body: creative }),
    ),
});

export function mendPicture(clientId: string, sha: string, mend: Schemas["MendBody"]) {
  return asked(
    api.POST("/api/clients/{clientId}/pictures/{sha}/mended", {
      params: { path: { clientId, sha } },
      body: mend,
    }),
  );
}

export function addCreative(clientId: string, body: Schemas["CreativeBody"]) {
  return asked(api.POST("/api/clients/{clientId}/creatives", { params: { path: { clientId } }, body }));
}

export function keepCreative(clientId: string, id: string, body: Schemas["CreativeBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/creatives/{id}", { params: { path: { clientId, id } }, body }),
  );
}

export function removeCreative(clientId: string, id: string) {
  return asked(api.DELETE("/api/clients/{clientId}/creatives/{id}", { params: { path: { clientId, id } } }));
}

export function addPicture(clientId: string, file: File) {
  return sendFile<Schemas["Picture"]>(`/api/clients/${encodeURIComponent(clientId)}/pictures`, file);
}

export function previewUrl(clientId: string, sha: string): string {
  return `/api/clients/${encodeURIComponent(clientId)}/pictures/${sha}/preview`;
}
