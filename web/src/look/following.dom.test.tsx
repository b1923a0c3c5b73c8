// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { DatePicker, Dropdown, Popover, Select } from "antd";
import type { ReactElement } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { following } from "./following";

let end: () => void;
let top = 100;
const told = vi.fn();

beforeEach(() => {
  top = 100;
  told.mockReset();
  vi.spyOn(Element.prototype, "getBoundingClientRect").mockImplementation(
    () => new DOMRect(10, top, 200, 32),
  );
  window.addEventListener("resize", told);
  end = following();
});

afterEach(() => {
  end();
  window.removeEventListener("resize", told);
  vi.restoreAllMocks();
});

/** Three frames: the one that begins to look, and two that compare. */
async function frames() {
  for (let i = 0; i < 3; i++) await new Promise(requestAnimationFrame);
}

const MENU = { items: [{ key: "a", label: "One" }] };

const OPENED: [string, ReactElement, () => void][] = [
  ["a list", <Select aria-label="it" options={[]} />, () => fireEvent.mouseDown(screen.getByLabelText("it"))],
  [
    "a list that is open from the start",
    <Select aria-label="it" options={[]} autoFocus defaultOpen />,
    () => {},
  ],
  [
    "a menu",
    <Dropdown trigger={["click"]} menu={MENU}>
      <button>it</button>
    </Dropdown>,
    () => fireEvent.click(screen.getByText("it")),
  ],
  [
    "a note",
    <Popover trigger="click" content="more">
      <button>it</button>
    </Popover>,
    () => fireEvent.click(screen.getByText("it")),
  ],
  ["a calendar", <DatePicker placeholder="it" />, () => screen.getByPlaceholderText("it").focus()],
];

it.each(OPENED)("follows what it hangs on: %s", async (_, drawn, open) => {
  show(drawn);
  open();
  await frames();
  told.mockReset();
  top = 240;
  await frames();
  expect(told).toHaveBeenCalled();
  told.mockReset();
  await frames();
  expect(told).not.toHaveBeenCalled();
});

it("looks at nothing while nothing is open", async () => {
  show(<Select aria-label="it" options={[]} />);
  await frames();
  const looked = vi.mocked(Element.prototype.getBoundingClientRect).mock.calls.length;
  top = 240;
  await frames();
  expect(told).not.toHaveBeenCalled();
  expect(vi.mocked(Element.prototype.getBoundingClientRect).mock.calls.length).toBe(looked);
});
