// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { beforeEach, describe, expect, it } from "vitest";
import { usePlanAtHand } from "./usePlanAtHand";

/** What each screen would have drawn, one after the other, leaving out what it drew twice. */
function drawn(screenName: "plan" | "launch" | "results", address: string) {
  const all: string[] = [];
  function Room() {
    const { settled, plan, campaign, error } = usePlanAtHand(screenName);
    const shows = error?.message ?? `${plan?.name ?? "no plan"}, ${campaign?.id ?? "no campaign"}`;
    if (!settled && !error) return null;
    if (all.at(-1) !== shows) all.push(shows);
    return <p data-testid="room">{shows}</p>;
  }
  const router = createMemoryRouter(
    [{ path: `c/:clientId/${screenName}/:planId?/:campaignId?`, element: <Room /> }],
    { initialEntries: [address] },
  );
  show(<RouterProvider router={router} />);
  return { all, at: () => router.state.location.pathname };
}

const campaigns: Record<string, string[]> = { spring: ["knitters", "quilters"], autumn: ["coats"], bare: [] };

/** The desk, the plans by name, each plan, and which campaigns ran. */
function house(plans: string[], ran: string[] = []) {
  answering((_, path) => {
    const plan = /plans\/(\w+)$/.exec(path)?.[1];
    if (plan && !campaigns[plan]) return { status: 404, body: { detail: "There is no such plan" } };
    if (plan) return { body: { id: plan, name: plan, campaigns: campaigns[plan]?.map((id) => ({ id })) } };
    if (path.endsWith("/plans")) return { body: plans.map((id) => ({ id, name: id })) };
    if (path.endsWith("/pace")) {
      return { body: ran.map((r) => ({ planId: r.split("/")[0], campaignId: r.split("/")[1] })) };
    }
    return { body: { client: { id: "c", accounts: [{ id: "a" }] } } };
  });
}

describe("the plan at hand", () => {
  beforeEach(() => window.localStorage.clear());

  it.each([
    { room: "plan", address: "", last: undefined, shows: "spring, knitters" },
    { room: "plan", address: "", last: "autumn/coats", shows: "autumn, coats" },
    { room: "plan", address: "", last: "autumn/taken-away", shows: "autumn, coats" },
    { room: "plan", address: "", last: "gone/with-its-plan", shows: "spring, knitters" },
    { room: "plan", address: "/spring/quilters", last: "autumn/coats", shows: "spring, quilters" },
    { room: "plan", address: "/spring", last: undefined, shows: "spring, knitters" },
    { room: "plan", address: "/bare", last: undefined, shows: "bare, no campaign" },
    { room: "plan", address: "/unknown", last: undefined, shows: "There is no such plan" },
    { room: "launch", address: "", last: "spring/quilters", shows: "spring, quilters" },
    { room: "results", address: "", last: "spring/knitters", shows: "autumn, coats" },
  ] as const)("of $room at $address is drawn once, as $shows", async ({ room, address, last, shows }) => {
    house(["spring", "autumn", "bare"], ["autumn/coats"]);
    if (last) window.localStorage.setItem("tidewrack.at-hand.c", last);
    const { all } = drawn(room, `/c/c/${room}${address}`);
    await screen.findByText(shows);
    expect(all).toEqual([shows]);
  });

  it("is none where nothing is planned, and the address stays", async () => {
    house([]);
    const { all, at } = drawn("plan", "/c/c/plan");
    await screen.findByText("no plan, no campaign");
    expect(all).toHaveLength(1);
    expect(at()).toBe("/c/c/plan");
  });

  it("is kept for the next visit", async () => {
    house(["spring"]);
    drawn("plan", "/c/c/plan/spring/quilters");
    await screen.findByText("spring, quilters");
    expect(window.localStorage.getItem("tidewrack.at-hand.c")).toBe("spring/quilters");
  });
});
