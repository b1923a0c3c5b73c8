import { hashKey, type QueryClient } from "@tanstack/react-query";
import createClient, { type FetchResponse, type MaybeOptionalInit } from "openapi-fetch";
import createQueryClient from "openapi-react-query";
import type { HttpMethod, PathsWithMethod, RequiredKeysOf } from "openapi-typescript-helpers";
import type { components, paths } from "./generated/schema";

export type Schemas = components["schemas"];

/** Where what belongs to one campaign of a plan is asked for. */
export const CAMPAIGN = "/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}";

export interface CampaignPath {
  clientId: string;
  planId: string;
  campaignId: string;
}

export interface RowPath extends CampaignPath {
  rowId: string;
}

/** A refusal of the server (RFC 9457), or no answer at all (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly field: string | undefined = undefined,
  ) {
    super(message);
  }

  /** The server may take the same later: it did not answer, or is not ready. */
  get passing(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }
}

function csrfToken(): string {
  return /(?:^|; )(?:__Host-)?XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

/** Calls as the server describes them, which may all be refused with a {@link Problem}. */
type Calls = {
  [P in keyof paths]: {
    [M in keyof paths[P]]: paths[P][M] extends { responses: infer R }
      ? Omit<paths[P][M], "responses"> & {
          responses: R & { "4XX": { content: { "application/json": Problem } } };
        }
      : paths[P][M];
  };
};

/** Where nobody has to be signed in. */
const OPEN_PAGES = ["/signin", "/sign"];

const api = createClient<Calls>({ baseUrl: globalThis.location?.origin ?? "" });

/** What this page calls its questions, which no other page does. */
const PAGE = Array.from(crypto.getRandomValues(new Uint32Array(2)), (n) => n.toString(36)).join("");
let asked = 0;

/** A question that nobody waits for any more is taken back, so that the database lets go of it too. */
function named(request: Request) {
  const name = `${PAGE}-${++asked}`;
  request.headers.set("X-Question", name);
  request.signal.addEventListener("abort", () => {
    // What was answered meanwhile, or comes to no server, needs no taking back.
    send("delete", "/api/questions/{name}", at({ name })).catch(() => undefined);
  });
}

api.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-XSRF-TOKEN", decodeURIComponent(csrfToken()));
    named(request);
    return request;
  },
  async onResponse({ response }) {
    if (response.ok) return;
    if (response.status === 401 && !OPEN_PAGES.includes(window.location.pathname)) {
      window.location.assign(`/signin?then=${encodeURIComponent(window.location.pathname)}`);
    }
    throw problemOf(response.status, parsed(await response.text()));
  },
  onError: ({ error }) => (error instanceof Problem ? error : new Problem(0, "No connection to the server.")),
});

/** Queries of the server by method, path and parameters, which are also their keys. They fail with a {@link Problem}. */
export const ask = createQueryClient(api);

type Init<I> = RequiredKeysOf<I> extends never ? [I?] : [I];

/** The answer to one call, which changes something; it fails with a {@link Problem}. */
export async function send<
  M extends HttpMethod,
  P extends PathsWithMethod<Calls, M>,
  I extends MaybeOptionalInit<Calls[P], M>,
>(method: M, path: P, ...init: Init<I>) {
  const answer = await api.request(method, path, ...(init as never));
  return answer.data as NonNullable<
    FetchResponse<
      Calls[P][M & keyof Calls[P]] & Record<string | number, unknown>,
      I,
      "application/json"
    >["data"]
  >;
}

/** Where a call goes, by the variables of its path, and what it brings. */
export function at<P>(path: P): { params: { path: P } };
export function at<P, B>(path: P, body: B): { params: { path: P }; body: B };
export function at(path: unknown, body?: unknown) {
  return body === undefined ? { params: { path } } : { params: { path }, body };
}

/** Asks anew for all that was asked at some paths. */
export function askAgain(queries: QueryClient, ...at: readonly (keyof paths)[]) {
  return queries.invalidateQueries({ predicate: ({ queryKey }) => at.some((path) => path === queryKey[1]) });
}

/**
 * A query whose answer holds for one version of what it is asked of, which is no part of the question; until the answer of a new
 * version is in, the one before stands.
 */
export function versioned<O extends { queryKey: readonly unknown[] }>(options: O, version: string | number) {
  const question = hashKey(options.queryKey);
  return {
    ...options,
    queryKey: [...options.queryKey, version],
    placeholderData: <T>(before: T | undefined, query?: { queryKey: readonly unknown[] }) =>
      query && hashKey(query.queryKey.slice(0, -1)) === question ? before : undefined,
  };
}

function problemOf(status: number, body: unknown): Problem {
  const detail = body as { detail?: string; field?: string } | undefined;
  return new Problem(status, detail?.detail ?? `The server answered ${status}. Try again.`, detail?.field);
}

/** Sends bytes as they are and tells how much has gone; stopping breaks the call off. */
export function sendStream<T>(path: string, content: Blob, onSent?: (share: number) => void) {
  const request = new XMLHttpRequest();
  const done = new Promise<T>((resolve, reject) => {
    request.open("POST", path);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.setRequestHeader("X-XSRF-TOKEN", decodeURIComponent(csrfToken()));
    request.upload.onprogress = (e) => onSent?.(e.total ? e.loaded / e.total : 0);
    request.onload = () => {
      const body = parsed(request.responseText);
      if (request.status === 200) resolve(body as T);
      else reject(problemOf(request.status, body));
    };
    request.onerror = () => reject(new Problem(0, "No connection to the server."));
    request.onabort = () => reject(new Problem(499, "Stopped. Nothing was kept."));
    request.send(content);
  });
  return { done, stop: () => request.abort() };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Follows server-sent events until the server ends them; gives a function that stops following. */
export function follow<T>(path: string, onState: (state: T) => void, onEnd: () => void): () => void {
  const source = new EventSource(path);
  source.onmessage = (event) => onState(JSON.parse(event.data as string) as T);
  source.onerror = () => {
    source.close();
    onEnd();
  };
  return () => source.close();
}
