// @vitest-environment jsdom
import { answering, door, show } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { expect, it } from "vitest";
import { Reads } from "../../frame/reads";
import type { Edit } from "../edits/editQueue";
import type { Edits } from "../edits/useEdits";
import type { Campaign } from "../model";
import { RemovedCampaigns } from "./RemovedCampaigns";
import { RemovedPlans } from "./RemovedPlans";

const REMOVED = [{ id: "p9", name: "Autumn", removedAt: "2027-03-09T06:00:00Z", removedBy: "Nell" }];

function drawn(reads: boolean, refuse: boolean) {
  const asked = answering((_, path) =>
    path === "/api/door"
      ? { body: door("Withy") }
      : path.endsWith("/removed")
        ? { body: REMOVED }
        : refuse
          ? { status: 422, body: { detail: "One of its campaigns runs. Pause them first." } }
          : { body: { id: "p9" } },
  );
  show(
    <Reads value={reads}>
      <MemoryRouter initialEntries={["/c/c1/plan/p1"]}>
        <Routes>
          <Route
            path="/c/:clientId/plan/:planId"
            element={<RemovedPlans clientId="c1" plan={{ id: "p1", name: "Spring" }} />}
          />
          <Route path="/c/:clientId/plan" element="no plan at hand" />
        </Routes>
      </MemoryRouter>
    </Reads>,
  );
  return asked;
}

const takeAway = async () => {
  fireEvent.click(await screen.findByRole("button", { name: "Take this plan away…" }));
  fireEvent.click(await screen.findByRole("button", { name: "Take it away" }));
};

it("takes the plan at hand away and leaves it", async () => {
  const { asked } = drawn(false, false);
  await takeAway();
  await screen.findByText("no plan at hand");
  expect(asked).toContain("/api/clients/c1/plans/p1");
});

it("stays where something of it runs, and says so", async () => {
  drawn(false, true);
  await takeAway();
  await screen.findByText(/One of its campaigns runs/);
  expect(screen.queryByText("no plan at hand")).toBeNull();
});

it("brings one back, with who took it away", async () => {
  const { asked } = drawn(false, false);
  fireEvent.click(await screen.findByRole("button", { name: "Plans taken away, 1…" }));
  await screen.findByText(/by Nell/);
  fireEvent.click(screen.getByRole("button", { name: "Bring back" }));
  await waitFor(() => expect(asked).toContain("/api/clients/c1/plans/p9/back"));
});

it("is not offered to whoever only reads", async () => {
  const { asked } = drawn(true, false);
  await waitFor(() => expect(asked).toContain("/api/clients/c1/plans/removed"));
  expect(screen.queryByRole("button")).toBeNull();
});

const CAMPAIGN = {
  id: "k1",
  name: "Rye, cold",
  rows: [{}, {}],
  ads: 6,
  dailyMinor: 2500,
  currency: "GBP",
  live: true,
} as unknown as Campaign;
const PLAN = { id: "p1", campaigns: [CAMPAIGN, { ...CAMPAIGN, id: "k2" }] } as never;

function campaigns(reads: boolean, ask: (edit: Edit) => Promise<void>) {
  answering((_, path) => ({
    body: path === "/api/door" ? door("Withy") : [{ ...REMOVED[0], id: "k9", name: "Spelt" }],
  }));
  const edits = { ask } as Edits;
  show(
    <Reads value={reads}>
      <MemoryRouter initialEntries={["/c/c1/plan/p1/k1"]}>
        <RemovedCampaigns {...{ clientId: "c1", plan: PLAN, campaign: CAMPAIGN, edits }} />
        <Routes>
          {["k1", "k2", "k9"].map((k) => (
            <Route key={k} path={`/c/c1/plan/p1/${k}`} element={`at ${k}`} />
          ))}
        </Routes>
      </MemoryRouter>
    </Reads>,
  );
}

it("says what leaves the plan with a campaign, takes it out and goes to the next", async () => {
  const made: Edit[] = [];
  campaigns(false, (edit) => Promise.resolve(void made.push(edit)));
  fireEvent.click(await screen.findByRole("button", { name: "Take this campaign out…" }));
  await screen.findByText("2 rows, 6 ads and £25.00 a day leave the plan with it.");
  screen.getByText(/It stays on its network, paused/);
  await waitFor(() => expect(screen.getByRole("dialog").textContent).toContain("brought back for 30 days."));
  fireEvent.click(screen.getByRole("button", { name: "Take it out" }));
  await screen.findByText("at k2");
  expect(made).toEqual([{ kind: "campaignRemoval", campaignId: "k1" }]);
});

it("brings a campaign back and goes to it", async () => {
  const made: Edit[] = [];
  campaigns(false, (edit) => Promise.resolve(void made.push(edit)));
  fireEvent.click(await screen.findByRole("button", { name: "Campaigns taken away, 1…" }));
  await screen.findByText("Spelt");
  fireEvent.click(screen.getByRole("button", { name: "Bring back" }));
  await screen.findByText("at k9");
  expect(made).toEqual([{ kind: "campaignReturn", campaignId: "k9" }]);
});

it("stays at a campaign that is not let go", async () => {
  campaigns(false, () => Promise.reject(new Error("Rye, cold has 6 ads on the network.")));
  fireEvent.click(await screen.findByRole("button", { name: "Take this campaign out…" }));
  fireEvent.click(await screen.findByRole("button", { name: "Take it out" }));
  await screen.findByText("Rye, cold has 6 ads on the network.");
  screen.getByText("at k1");
});
