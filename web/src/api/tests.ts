import { type Schemas, ask, at } from "./client";

export type TestView = Schemas["TestView"];

export const testsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/tests", at({ clientId }));
