// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useQuery } from "@tanstack/react-query";
import { expect, it } from "vitest";
import { morningOfQuery } from "../api/morning";
import { PauseAll } from "./PauseAll";

const RUNS = {
  planId: "p",
  campaignId: "k",
  campaign: "Tins",
  name: "TINS",
  accountId: "a",
  ads: 3,
  paused: false,
};

function Desk() {
  useQuery(morningOfQuery("c1"));
  return <PauseAll clientId="c1" accounts={[]} />;
}

it("has the desk ask again when a network does not take a pause, and not when nothing changed", async () => {
  const { asked } = answering((sent) => ({
    body: [
      sent ? { ...RUNS, underWay: false, doing: "PAUSE", problem: "Hearthside does not answer." } : RUNS,
    ],
  }));
  show(<Desk />);
  const mornings = () => asked.filter((path) => path === "/api/clients/c1/morning").length;
  fireEvent.click(await screen.findByRole("button", { name: "Pause everything…" }));
  expect(mornings()).toBe(1);
  fireEvent.click(await screen.findByRole("button", { name: "Pause everything now" }));
  await waitFor(() => expect(mornings()).toBe(2));
});
