// @vitest-environment jsdom
import { answering, show } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { expect, it } from "vitest";
import { Reads } from "../../frame/reads";
import { RemovedPlans } from "./RemovedPlans";

const REMOVED = [{ id: "p9", name: "Autumn", removedAt: "2027-03-09T06:00:00Z", removedBy: "Nell" }];

function drawn(reads: boolean, refuse: boolean) {
  const asked = answering((_, path) =>
    path.endsWith("/removed")
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
