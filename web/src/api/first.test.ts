// @vitest-environment jsdom
import { answering } from "../testing/browser";
import { QueryClient } from "@tanstack/react-query";
import { expect, it } from "vitest";
import { askFirst } from "./first";
import { morningQuery } from "./morning";

const FRAME = ["/api/agency", "/api/clients", "/api/session"];

it.each([
  { at: "/", asks: ["/api/morning"] },
  { at: "/?mine", asks: [] },
  { at: "/me/tokens", asks: [] },
  { at: "/c/mill", asks: ["/api/clients/mill", "/api/clients/mill/morning"] },
  { at: "/c/mill/forms", asks: ["/api/clients/mill"] },
  {
    at: "/c/mill/plan/p1/k1",
    asks: ["", "/audiences", "/creatives", "/plans", "/plans/p1"].map((path) => `/api/clients/mill${path}`),
  },
  { at: "/c/mill/launch/p1", asks: ["/api/clients/mill", "/api/clients/mill/plans/p1"] },
])("at $at asks beside the frame for $asks", async ({ at, asks }) => {
  const { asked } = answering(() => ({ status: 401, body: { detail: "Sign in first." } }));
  askFirst(new QueryClient({ defaultOptions: { queries: { retry: false } } }), new URL(at, "http://here"));
  await expect.poll(() => asked.toSorted()).toEqual([...FRAME, ...asks].toSorted());
});

it("is what the morning asks for, whatever it leaves open", () => {
  const client = new QueryClient();
  const key = morningQuery({ mine: false, hidden: false }).queryKey;
  client.setQueryData(key, { clients: [], behind: 0 } as never);
  const open = { mine: false, network: undefined, kind: undefined, hidden: false } as never;
  expect(client.getQueryData(morningQuery(open).queryKey)).toBeDefined();
});
