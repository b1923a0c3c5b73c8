import { keepPreviousData } from "@tanstack/react-query";
import { type Schemas, ask, at, send } from "../api/client";
import { tableOf } from "./columns";

export type Question = Schemas["TableQuestion"];

/**
 * Lines of a question with some numbers.
 *
 * @param metrics codes of the numbers; undefined for all
 * @param ranked code of the one by which lines are ranked
 */
export const tableQuery = (clientId: string, table: Question, metrics?: string[], ranked?: string) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/results/table",
    at({ clientId }, { table, metrics: metrics ?? null, ranked: ranked ?? null }),
    { retry: false, placeholderData: keepPreviousData, select: tableOf },
  );

/** Every number of one line, by its currency and keys. */
export const lineQuery = (clientId: string, table: Question, line: string[]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/results/line", at({ clientId }, { table, line }), {
    retry: false,
    placeholderData: keepPreviousData,
  });

export const reachQuery = (clientId: string, question: Question) =>
  ask.queryOptions("post", "/api/clients/{clientId}/results/reach", at({ clientId }, question), {
    retry: false,
  });

/** What the week of a number is like; only days have one. */
export const weekQuery = (clientId: string, body: Schemas["WeekQuestion"]) =>
  ask.queryOptions("post", "/api/clients/{clientId}/results/week", at({ clientId }, body), {
    retry: false,
    placeholderData: keepPreviousData,
  });

/** Lines of networks' reports that are not counted. */
export const asideQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/results/aside", at({ clientId }));

/** The lines of a question in a file. */
export async function resultsFile(clientId: string, body: Schemas["FileQuestion"]): Promise<Blob> {
  const answer = await send("post", "/api/clients/{clientId}/results/file", {
    params: { path: { clientId } },
    body,
    parseAs: "blob",
  });
  return answer as unknown as Blob;
}

export const keepNumber = (clientId: string, code: string, body: Schemas["OwnNumberBody"]) =>
  send("put", "/api/clients/{clientId}/results/numbers/{code}", at({ clientId, code }, body));

export const dropNumber = (clientId: string, code: string) =>
  send("delete", "/api/clients/{clientId}/results/numbers/{code}", at({ clientId, code }));

export const setMargin = (clientId: string, margin: number) =>
  send("put", "/api/clients/{clientId}/results/margin", at({ clientId }, { margin }));

export const viewsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/results/views", at({ clientId }));

export const keepView = (clientId: string, name: string, query: string) =>
  send("put", "/api/clients/{clientId}/results/views", at({ clientId }, { name, query }));

export const dropView = (clientId: string, name: string) =>
  send("delete", "/api/clients/{clientId}/results/views/{name}", at({ clientId, name }));

/** Whether a number of two lines differs by more than chance; lines by currency and keys. */
export const differenceQuery = (clientId: string, body: Schemas["DifferenceQuestion"] | undefined) =>
  ask.queryOptions(
    "post",
    "/api/clients/{clientId}/results/difference",
    at({ clientId }, body as Schemas["DifferenceQuestion"]),
    { enabled: !!body, retry: false },
  );
