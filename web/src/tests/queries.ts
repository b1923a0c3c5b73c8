import { keepPreviousData } from "@tanstack/react-query";
import { ask, at, CAMPAIGN, type CampaignPath, type Schemas, send } from "../api/client";

export type TestAsked = Schemas["TestAsked"];
/** What a test of some rows would need. */
export const reckonedQuery = (path: CampaignPath, body: TestAsked) =>
  ask.queryOptions("post", `${CAMPAIGN}/tests/reckoned`, at(path, body), {
    retry: false,
    placeholderData: keepPreviousData,
  });

export const setUpTest = (path: CampaignPath, body: Schemas["NewTest"]) =>
  send("post", `${CAMPAIGN}/tests`, at(path, body));

export const endTest = (clientId: string, testId: string, learned: string) =>
  send("put", "/api/clients/{clientId}/tests/{testId}/ended", at({ clientId, testId }, { learned }));

export const keepLearned = (clientId: string, testId: string, learned: string) =>
  send("put", "/api/clients/{clientId}/tests/{testId}/learned", at({ clientId, testId }, { learned }));
