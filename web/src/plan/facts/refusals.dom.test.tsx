// @vitest-environment jsdom
import { show } from "../../testing/browser";
import { screen, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it } from "vitest";
import { Refusals } from "./Refusals";

const state = (rowId: string, columnId: string, is: string, reason?: string) => ({
  rowId,
  columnId,
  state: is,
  reason,
});

it("tells refusals by why, with the creatives that mend them", () => {
  const rows = Array.from({ length: 12 }, (_, i) => `r${i}`);
  const campaign = {
    columns: [
      { id: "k1", creativeId: "c1" },
      { id: "k2", creativeId: "c2" },
    ],
    adStates: [
      ...rows.map((r) => state(r, "k1", "REFUSED", "It promises a result.")),
      ...rows.map((r) => state(r, "k2", "REFUSED", "It promises a result.")),
      state("r0", "k2", "REFUSED", "It says an age."),
      state("r1", "k2", "APPROVED"),
    ],
  };
  const creativeOf = new Map([
    ["c1", { id: "c1", name: "Sock" }],
    ["c2", { id: "c2", name: "Jumper" }],
  ]);
  show(
    <MemoryRouter>
      <Refusals clientId="o" campaign={campaign as never} creativeOf={creativeOf as never} />
    </MemoryRouter>,
  );
  const [promises, age, none] = screen.getAllByTestId("refusal");
  expect(promises?.textContent).toBe(
    "24 ads refused in review. It promises a result.Change Sock, Jumper, then launch again.",
  );
  expect(age?.textContent).toContain("1 ad refused in review. It says an age.");
  expect(within(age!).getByRole("link", { name: "Jumper" }).getAttribute("href")).toBe(
    "/c/o/creative/c2?field=body",
  );
  expect(none).toBeUndefined();
});
