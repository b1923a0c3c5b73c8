// @vitest-environment jsdom
import "../testing/browser";
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { expect, it } from "vitest";
import { useRoving } from "./useRoving";

function List({ names, chosen }: { names: string[]; chosen: string }) {
  const list = useRoving("button");
  return (
    <div ref={list}>
      {names.map((name) => (
        <button key={name} aria-selected={name === chosen}>
          {name}
        </button>
      ))}
    </div>
  );
}

const stops = () =>
  screen
    .getAllByRole("button")
    .filter((b) => b.tabIndex === 0)
    .map((b) => b.textContent);
const press = (key: string, more = {}) =>
  fireEvent.keyDown(document.activeElement as Element, { key, ...more });

it("is one stop of the Tab key, at the chosen one, and arrows go through it without leaving it", async () => {
  const drawn = render(<List names={["a", "b", "c"]} chosen="b" />);
  expect(stops()).toEqual(["b"]);
  screen.getByText("b").focus();
  for (const [key, at] of [
    ["ArrowDown", "c"],
    ["ArrowDown", "c"],
    ["Home", "a"],
    ["ArrowUp", "a"],
    ["End", "c"],
    ["ArrowLeft", "b"],
  ] as const) {
    press(key);
    expect([document.activeElement?.textContent, stops()]).toEqual([at, [at]]);
  }
  // Keys with Ctrl are somebody else's.
  press("ArrowDown", { ctrlKey: true });
  expect(document.activeElement?.textContent).toBe("b");
  // What the list becomes keeps one stop, whatever came and went.
  drawn.rerender(<List names={["a", "d", "e"]} chosen="d" />);
  await waitFor(() => expect(stops()).toEqual(["d"]));
});
