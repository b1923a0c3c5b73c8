// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useQuery } from "@tanstack/react-query";
import { MemoryRouter } from "react-router";
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
  return (
    <MemoryRouter>
      <PauseAll clientId="c1" accounts={[]} />
    </MemoryRouter>
  );
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

it.each([
  { is: {}, says: "running", table: false },
  { is: { paused: true }, says: "paused", table: false },
  { is: { underWay: true, doing: "PAUSE" }, says: "being told", table: false },
  { is: { underWay: true, byHand: true, doing: "PAUSE" }, says: "to be paused there by hand", table: true },
  { is: { underWay: true, byHand: true, doing: "RESUME" }, says: "to be resumed there by hand", table: true },
  { is: { underWay: true, byHand: true }, says: "being entered by hand", table: true },
])(
  "says of each campaign that it is $says, and leads to the table a person enters",
  async ({ is, says, table }) => {
    answering(() => ({ body: [{ ...RUNS, underWay: false, byHand: false, ...is }] }));
    show(<Desk />);
    fireEvent.click(await screen.findByRole("button", { name: /^Pause everything…|1 campaign paused…/ }));
    const told = await screen.findByText(says);
    expect(told.getAttribute("href")).toBe(table ? "/c/c1/launch/p/k" : null);
  },
);
