// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, useLocation } from "react-router";
import { expect, it, vi } from "vitest";
import { Opening } from "../look/Opening";
import { madeTogether, useNameFirst } from "./made";
import { PlanWith } from "./PlanWith";

function Where() {
  const { pathname, search } = useLocation();
  return <output>{pathname + search}</output>;
}

it.each([
  { made: [] as string[], says: "Plan with it…", goes: "/c/c1/plan?audience=a1" },
  { made: ["a1"], says: "Plan with it…", goes: "/c/c1/plan?audience=a1" },
  { made: ["a1", "a2", "a3"], says: "Plan with all 3…", goes: "/c/c1/plan?audience=a1,a2,a3" },
])("begins a plan with what was made together: $made", ({ made, says, goes }) => {
  show(
    <MemoryRouter initialEntries={[{ pathname: "/c/c1/audiences/a1", state: madeTogether(made) }]}>
      <PlanWith clientId="c1" what="audience" id="a1" />
      <Where />
    </MemoryRouter>,
  );
  fireEvent.click(screen.getByRole("button", { name: says }));
  expect(screen.getByRole("status").textContent).toBe(goes);
});

function Named() {
  const name = useNameFirst();
  return (
    <input ref={(e) => void (name.current = e && ({ focus: () => e.focus() } as never))} aria-label="Name" />
  );
}

it.each([
  { state: madeTogether(["a1"]), first: true },
  { state: madeTogether(["a1", "a2"]), first: false },
  { state: null, first: false },
  { state: "made elsewhere", first: false },
])("has what was just made begin in its name: $first", ({ state, first }) => {
  show(
    <MemoryRouter initialEntries={[{ pathname: "/", state }]}>
      <Named />
    </MemoryRouter>,
  );
  expect(document.activeElement === screen.getByLabelText("Name")).toBe(first);
});

it.each(["pointer", "keys"])(
  "opens a menu by %s, which by keys has the focus, and does what is chosen once",
  async (by) => {
    const done = vi.fn();
    show(
      <Opening menu={{ items: [{ key: "a", label: "Duplicate", onClick: done }, { type: "divider" }] }}>
        <button>Do…</button>
      </Opening>,
    );
    const press = by === "keys" ? fireEvent.keyDown : fireEvent.pointerDown;
    press(screen.getByText("Do…"), { key: "Enter" });
    fireEvent.click(screen.getByText("Do…"));
    const item = await screen.findByRole("menuitem", { name: "Duplicate" });
    if (by === "keys")
      await waitFor(() => expect(item.closest("ul")?.contains(document.activeElement)).toBe(true));
    press(item, { key: "Enter", keyCode: 13, which: 13 });
    if (by === "pointer") fireEvent.click(item);
    await waitFor(() => expect(done).toHaveBeenCalledOnce());
  },
);
