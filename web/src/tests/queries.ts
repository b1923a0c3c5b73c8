import { keepPreviousData } from "@tanstack/react-query";
import { type Schemas, ask, at, send } from "../api/client";

export type TestAsked = Schemas["TestAsked"];
type SheetPath = { clientId: string; planId: string; campaignId: string };

/** What a test of some rows would need. */
export const reckonedQuery = (path: SheetPath, body: TestAsked) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/tests/reckoned",
    at(path, body),
    { retry: false, placeholderData: keepPreviousData },
  );

export const setUpTest = (path: SheetPath, body: Schemas["NewTest"]) =>
  send("post", "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/tests", at(path, body));

export const endTest = (clientId: string, testId: string, learned: string) =>
  send("put", "/api/clients/{clientId}/tests/{testId}/ended", at({ clientId, testId }, { learned }));

export const keepLearned = (clientId: string, testId: string, learned: string) =>
  send("put", "/api/clients/{clientId}/tests/{testId}/learned", at({ clientId, testId }, { learned }));
