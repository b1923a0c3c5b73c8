import { keepPreviousData } from "@tanstack/react-query";
import { api, asked, type Schemas } from "../api/client";

export type TestView = Schemas["TestView"];
export type TestAsked = Schemas["TestAsked"];
type SheetPath = { clientId: string; planId: string; campaignId: string };

export const testsQuery = (clientId: string) => ({
  queryKey: ["tests", clientId],
  queryFn: () => asked(api.GET("/api/clients/{clientId}/tests", { params: { path: { clientId } } })),
});

/** What a test of some rows would need. */
export const reckonedQuery = (path: SheetPath, body: TestAsked) => ({
  queryKey: ["test-reckoned", path, body],
  retry: false,
  placeholderData: keepPreviousData,
  queryFn: () =>
    asked(
      api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/tests/reckoned", {
        params: { path },
        body,
      }),
    ),
});

export function setUpTest(path: SheetPath, body: Schemas["NewTest"]) {
  return asked(
    api.POST("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/tests", {
      params: { path },
      body,
    }),
  );
}

export function endTest(clientId: string, testId: string, learned: string) {
  return asked(
    api.PUT("/api/clients/{clientId}/tests/{testId}/ended", {
      params: { path: { clientId, testId } },
      body: { learned },
    }),
  );
}

export function keepLearned(clientId: string, testId: string, learned: string) {
  return asked(
    api.PUT("/api/clients/{clientId}/tests/{testId}/learned", {
      params: { path: { clientId, testId } },
      body: { learned },
    }),
  );
}
