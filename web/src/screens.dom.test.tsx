// @vitest-environment jsdom
import { answering, show, silent } from "./testing/browser";
import { screen, waitFor } from "@testing-library/react";
import { Suspense } from "react";
import { createMemoryRouter, matchRoutes, RouterProvider } from "react-router";
import { expect, it } from "vitest";
import { SCREENS } from "./screens";

const ADDRESSES = [
  "/",
  ...["", "/clients", "/people", "/trail"].map((part) => `/agency${part}`),
  ...["", "/second-factor", "/sessions", "/tokens"].map((part) => `/me${part}`),
  ...[
    "",
    "/brief",
    "/brief/accounts/a1",
    "/audiences",
    "/audiences/sources/s1",
    "/creative",
    "/creative/deck",
    "/creative/films",
    "/creative/write",
    "/creative/said",
    "/creative/posts",
    "/creative/many",
    "/forms",
    "/forms/leads",
    "/plan",
    "/plan/p1/k1",
    "/launch",
    "/launch/p1/k1",
    "/launch/sign-offs",
    "/launch/sign-offs/s1",
    "/results",
    "/results/p1/k1",
    "/results/tests",
    "/results/tests/t1",
    "/results/works",
    "/results/advice",
    "/report",
    "/rules",
    "/rules/playbook",
    "/rules/links",
    "/rules/codes",
    "/rules/people",
    "/rules/elsewhere",
  ].map((path) => `/c/oddment${path}`),
];

function open(address: string) {
  show(
    <Suspense fallback="coming">
      <RouterProvider router={createMemoryRouter(SCREENS, { initialEntries: [address] })} />
    </Suspense>,
  );
}

it("has an address of every screen", () => {
  const visited = new Set(ADDRESSES.map((address) => matchRoutes(SCREENS, address)?.at(-1)?.route));
  expect(SCREENS.filter((route) => !visited.has(route)).map((route) => route.path)).toEqual(["*"]);
});

it.each(ADDRESSES)("says that it waits while no answer comes: %s", async (address) => {
  silent();
  open(address);
  await waitFor(() => expect(screen.queryByText("coming")).toBeNull());
  await screen.findByText("One moment…");
});

it.each(ADDRESSES)("says why it cannot be drawn: %s", async (address) => {
  answering(() => ({ status: 404, body: { detail: "There is nothing of that name." } }));
  open(address);
  await screen.findAllByText("There is nothing of that name.");
  expect(screen.queryByText("One moment…")).toBeNull();
});
