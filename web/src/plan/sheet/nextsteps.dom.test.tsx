// @vitest-environment jsdom
import { show } from "../../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { NextSteps } from "./NextSteps";

const BLOCKER = { severity: "BLOCKER" };

function drawn(rows: number, more: object = {}) {
  const done: string[] = [];
  const does = (what: string) => () => void done.push(what);
  const doables = ["split", "rows", "columns", "test", "carry", "history"].map((id) => ({
    id,
    words: `Do ${id}…`,
    run: does(id),
  }));
  const campaign = {
    rows: Array.from({ length: rows }, (_, i) => ({ id: i })),
    findings: [],
    live: false,
    ...more,
  };
  show(
    <NextSteps
      campaign={campaign as never}
      doables={doables}
      onChecks={does("checks")}
      onLaunch={does("launch")}
    />,
  );
  return { done, offered: screen.queryAllByRole("button").map((b) => b.textContent) };
}

it.each([
  [1, {}, ["Do split…", "Do rows…", "Do columns…", "Do carry…", "Launch it"]],
  [2, {}, ["Do split…", "Do rows…", "Do columns…", "Do test…", "Do carry…", "Launch it"]],
  [
    1,
    { findings: [BLOCKER, BLOCKER] },
    ["Do split…", "Do rows…", "Do columns…", "Do carry…", "Look at 2 blockers"],
  ],
  [1, { live: true }, []],
  [5, {}, []],
])("offers what comes next on %i rows %o", (rows, more, offered) => {
  expect(drawn(rows, more).offered).toEqual(offered);
});

it("does it, or leads to what stands in the way", () => {
  const { done } = drawn(1, { findings: [BLOCKER] });
  screen.getAllByRole("button").forEach((b) => fireEvent.click(b));
  expect(done).toEqual(["split", "rows", "columns", "carry", "checks"]);
});
