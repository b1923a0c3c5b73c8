// @vitest-environment jsdom
import { QueryClient } from "@tanstack/react-query";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { ask, askAgain, at, Problem, send, versioned } from "./client";

// Stands before the client is made, which keeps the fetch of that moment.
const server = vi.hoisted(() => {
  const at = { asked: [] as Request[], answer: (): Response | Promise<never> => new Response() };
  globalThis.fetch = (request) => {
    at.asked.push(request as Request);
    return Promise.resolve(at.answer());
  };
  return at;
});
const { asked } = server;

const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });

beforeEach(() => {
  asked.length = 0;
  document.cookie = "XSRF-TOKEN=a%2Fb";
});

const refused = (call: Promise<unknown>) =>
  call.then(
    () => expect.fail("it was not refused"),
    (e: unknown) => e as Problem,
  );

describe("a call of the server", () => {
  it("fills in its path, brings its body, and proves where it comes from", async () => {
    server.answer = () => json(200, { id: "p", name: "Spring" });
    const made = await send(
      "post",
      "/api/clients/{clientId}/plans",
      at({ clientId: "a b" }, { name: "Spring" }),
    );
    expect(made).toEqual({ id: "p", name: "Spring" });
    expect(new URL(asked[0]!.url).pathname).toBe("/api/clients/a%20b/plans");
    expect(await asked[0]!.json()).toEqual({ name: "Spring" });
    expect(asked[0]!.headers.get("X-XSRF-TOKEN")).toBe("a/b");
  });

  it("is taken back by its name once nobody waits for the answer, and only then", async () => {
    const gone = new AbortController();
    server.answer = () => new Promise<never>(() => {});
    void send("get", "/api/clients", { signal: gone.signal });
    await vi.waitFor(() => expect(asked).toHaveLength(1));
    const name = asked[0]!.headers.get("X-Question");
    server.answer = () => json(200, []);
    await send("get", "/api/clients", { signal: new AbortController().signal });
    expect(asked).toHaveLength(2);
    expect(asked[1]!.headers.get("X-Question")).not.toBe(name);
    gone.abort();
    await vi.waitFor(() => expect(asked).toHaveLength(3));
    expect(asked[2]!.method).toBe("DELETE");
    expect(new URL(asked[2]!.url).pathname).toBe(`/api/questions/${name}`);
  });

  it("brings no token where nothing changes", async () => {
    server.answer = () => json(200, []);
    await send("get", "/api/clients");
    expect(asked[0]!.headers.has("X-XSRF-TOKEN")).toBe(false);
  });

  it.each([
    [
      "a problem detail",
      () => json(422, { detail: "Too long.", field: "name" }),
      422,
      "Too long.",
      "name",
      false,
    ],
    [
      "an answer that is none",
      () => new Response("<p>", { status: 500 }),
      500,
      /500. Try again/,
      undefined,
      false,
    ],
    ["a server that is not ready", () => json(503, { detail: "Soon." }), 503, "Soon.", undefined, true],
    [
      "no connection",
      () => Promise.reject(new TypeError("fetch failed")),
      0,
      /No connection/,
      undefined,
      true,
    ],
  ])("tells %s as a problem", async (_, how, status, message, field, passing) => {
    server.answer = how as typeof server.answer;
    const problem = await refused(send("get", "/api/clients"));
    expect(problem).toBeInstanceOf(Problem);
    expect(problem).toMatchObject({ status, field, passing });
    expect(problem.message).toMatch(message);
  });

  it("of a query fails likewise", async () => {
    server.answer = () => json(404, { detail: "There is no such client." });
    const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    const problem = await refused(
      queries.query(ask.queryOptions("get", "/api/clients/{clientId}", at({ clientId: "x" }))),
    );
    expect(problem).toMatchObject({ status: 404, message: "There is no such client." });
  });
});

describe("what was asked", () => {
  const plans = (clientId: string) =>
    ask.queryOptions("get", "/api/clients/{clientId}/plans", at({ clientId }));
  const desk = (clientId: string) => ask.queryOptions("get", "/api/clients/{clientId}", at({ clientId }));

  it("is asked again by where it was asked, and nothing else is", async () => {
    const queries = new QueryClient();
    for (const q of [plans("a"), plans("b"), desk("a")]) queries.setQueryData(q.queryKey, [] as never);
    await askAgain(queries, "/api/clients/{clientId}/plans");
    const stale = (key: readonly unknown[]) => queries.getQueryState(key)?.isInvalidated;
    expect([plans("a"), plans("b"), desk("a")].map((q) => stale(q.queryKey))).toEqual([true, true, false]);
  });

  it("of one client stays beside that of another, and of one version beside the next", () => {
    const keys = [plans("a"), plans("b"), versioned(plans("a"), 1), versioned(plans("a"), 2)].map((q) =>
      JSON.stringify(q.queryKey),
    );
    expect(new Set(keys).size).toBe(4);
    expect(plans("a").queryKey).toEqual(plans("a").queryKey);
  });

  it("of the version before stands until the next is in, that of another thing never", () => {
    const { placeholderData } = versioned(plans("a"), 2);
    expect(placeholderData("before", versioned(plans("a"), 1))).toBe("before");
    expect(placeholderData("before", versioned(plans("b"), 1))).toBeUndefined();
    expect(placeholderData("before")).toBeUndefined();
  });
});
