import { keepPreviousData } from "@tanstack/react-query";
import { api, asked, type Schemas } from "../api/client";

export type Question = Schemas["TableQuestion"];

/** One number of every ad of a campaign. */
export const resultsQuery = (clientId: string, planId: string, campaignId: string, metric: string) => ({
  queryKey: ["results", "sheet", clientId, planId, campaignId, metric],
  queryFn: () =>
    asked(
      api.GET("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/results", {
        params: { path: { clientId, planId, campaignId }, query: { metric } },
      }),
    ),
});

export const offerOfResults = (clientId: string) => ({
  queryKey: ["results", "offer", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/results/offer", { params: { path: { clientId } } })),
});

export const tableQuery = (clientId: string, question: Question) => ({
  queryKey: ["results", "table", clientId, question],
  retry: false,
  placeholderData: keepPreviousData,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/results/table", { params: { path: { clientId } }, body: question }),
    ),
});

export const reachQuery = (clientId: string, question: Question) => ({
  queryKey: ["results", "reach", clientId, question],
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/results/reach", { params: { path: { clientId } }, body: question }),
    ),
});

/** The lines of a question in a file. */
export async function resultsFile(clientId: string, body: Schemas["FileQuestion"]): Promise<Blob> {
  const answer = await asked(
    api.POST("/api/clients/{clientId}/results/file", {
      params: { path: { clientId } },
      body,
      parseAs: "blob",
    }),
  );
  return answer as unknown as Blob;
}

export function keepNumber(clientId: string, code: string, body: Schemas["OwnNumberBody"]) {
  return asked(
    api.PUT("/api/clients/{clientId}/results/numbers/{code}", { params: { path: { clientId, code } }, body }),
  );
}

export function dropNumber(clientId: string, code: string) {
  return asked(
    api.DELETE("/api/clients/{clientId}/results/numbers/{code}", { params: { path: { clientId, code } } }),
  );
}

export function setMargin(clientId: string, margin: number) {
  return asked(
    api.PUT("/api/clients/{clientId}/results/margin", {
      params: { path: { clientId } },
      body: { margin },
    }),
  );
}

export const paceQuery = (clientId: string) => ({
  queryKey: ["results", "pace", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/results/pace", { params: { path: { clientId } } })),
});

export const viewsQuery = (clientId: string) => ({
  queryKey: ["results", "views", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/results/views", { params: { path: { clientId } } })),
});

export function keepView(clientId: string, name: string, query: string) {
  return asked(
    api.PUT("/api/clients/{clientId}/results/views", {
      params: { path: { clientId } },
      body: { name, query },
    }),
  );
}

export function dropView(clientId: string, name: string) {
  return asked(
    api.DELETE("/api/clients/{clientId}/results/views/{name}", { params: { path: { clientId, name } } }),
  );
}

/** Whether a number of two lines differs by more than chance; lines by currency and keys. */
export const differenceQuery = (clientId: string, body: Schemas["DifferenceQuestion"] | undefined) => ({
  queryKey: ["results", "difference", clientId, body],
  enabled: !!body,
  retry: false,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/results/difference", {
        params: { path: { clientId } },
        body: body as Schemas["DifferenceQuestion"],
      }),
    ),
});
