import createClient from "openapi-fetch";
import type { components, paths } from "./generated/schema";

export type Schemas = components["schemas"];

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
  return /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

export const api = createClient<paths>({ baseUrl: window.location.origin });

api.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-XSRF-TOKEN", decodeURIComponent(csrfToken()));
    return request;
  },
});

function problemOf(status: number, body: unknown): Problem {
  const detail = body as { detail?: string; field?: string } | undefined;
  return new Problem(status, detail?.detail ?? `The server answered ${status}. Try again.`, detail?.field);
}

/** The data of a call, or a {@link Problem}. */
export async function asked<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<NonNullable<T>> {
  let answer;
  try {
    answer = await call;
  } catch {
    throw new Problem(0, "No connection to the server.");
  }
  if (!answer.response.ok) {
    const problem = problemOf(answer.response.status, answer.error);
    if (problem.status === 401 && window.location.pathname !== "/signin") {
      window.location.assign(`/signin?then=${encodeURIComponent(window.location.pathname)}`);
    }
    throw problem;
  }
  return answer.data as NonNullable<T>;
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
