// @vitest-environment jsdom
import { show, answering } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { Checkbox, Modal, Segmented, Select } from "antd";
import { useState } from "react";
import { MemoryRouter } from "react-router";
import { beforeAll, expect, it } from "vitest";
import { FindOrDo } from "./FindOrDo";
import { onScreen } from "./onScreen";

beforeAll(() => {
  // jsdom draws nothing, and so has no such question; all that is not hidden is seen.
  HTMLElement.prototype.checkVisibility ??= function (this: HTMLElement) {
    return !this.closest("[hidden]");
  };
  Element.prototype.scrollIntoView ??= () => {};
});

const CITIES = [{ value: "leeds", label: "Leeds" }];

/** A screen with a field, boxes and a dialog, as screens of the product are made. */
function Screen() {
  const [asked, setAsked] = useState(false);
  const [phone, setPhone] = useState(false);
  return (
    <>
      <FindOrDo clientId={undefined} />
      <aside>
        <a className="thing" href="#1">
          One of many
        </a>
        <button>New audience</button>
      </aside>
      <label>
        Youngest age <input defaultValue="18" />
      </label>
      <Segmented aria-label="Comments" options={["on", "off"]} />
      <Select aria-label="Add a place" options={CITIES} showSearch />
      <Checkbox checked={phone} onChange={(e) => setPhone(e.target.checked)}>
        Phone
      </Checkbox>
      <button disabled>Launch</button>
      <button hidden>Folded away</button>
      <button onClick={() => setAsked(true)}>Split…</button>
      <Modal open={asked} onCancel={() => setAsked(false)} okText="Split into 4 rows">
        by what
      </Modal>
    </>
  );
}

function drawn() {
  answering(() => ({ body: [] }));
  show(
    <MemoryRouter>
      <Screen />
    </MemoryRouter>,
  );
}

const words = () => onScreen().controls.map((c) => (c.field ? `${c.words} ▭` : c.words));

it("tells what can be pressed or filled in, by the names that a screen reader tells", () => {
  drawn();
  expect(words()).toEqual([
    "Find or do anything Ctrl K",
    "New audience",
    "Youngest age ▭",
    "Comments: on",
    "Comments: off",
    "Add a place ▭",
    "Phone",
    "Split…",
  ]);
});

it("keeps to a dialog that is open", async () => {
  drawn();
  fireEvent.click(screen.getByText("Split…"));
  await screen.findByText("by what");
  expect(words()).toEqual(["Close", "Cancel", "Split into 4 rows"]);
});

async function byName(typed: string) {
  fireEvent.keyDown(window, { key: "k", ctrlKey: true });
  const input = await screen.findByPlaceholderText(/What to do/);
  fireEvent.change(input, { target: { value: typed } });
  await waitFor(() =>
    expect(document.querySelector("[cmdk-item][data-selected=true]")?.textContent).toContain(typed),
  );
  fireEvent.keyDown(input, { key: "Enter" });
  await waitFor(() => expect(screen.queryByPlaceholderText(/What to do/)).toBeNull());
}

it("goes to a field by its name, with what stands there selected, and presses what is pressed", async () => {
  drawn();
  await byName("Youngest age");
  const age = screen.getByLabelText<HTMLInputElement>("Youngest age");
  await waitFor(() => expect(document.activeElement).toBe(age));
  expect([age.selectionStart, age.selectionEnd]).toEqual([0, 2]);
  await byName("Phone");
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("Phone").checked).toBe(true));
  fireEvent.keyDown(window, { key: "k", ctrlKey: true });
  const finder = await screen.findByPlaceholderText<HTMLInputElement>(/What to do/);
  screen.getByText("ticked");
  fireEvent.change(finder, { target: { value: "Phone" } });
  await waitFor(() => expect(document.querySelector("[data-selected=true]")?.textContent).toContain("Phone"));
  fireEvent.keyDown(finder, { key: "Enter", shiftKey: true });
  expect(screen.getByLabelText<HTMLInputElement>("Phone").checked).toBe(false);
  expect(finder.value).toBe("");
  await waitFor(() => expect(screen.queryByText("ticked")).toBeNull());
  fireEvent.keyDown(finder, { key: "Escape" });
  await byName("Split…");
  await screen.findByText("by what");
});
