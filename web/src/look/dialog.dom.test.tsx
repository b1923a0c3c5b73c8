// @vitest-environment jsdom
import { pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { Button, Checkbox, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Dialog, SideDialog } from "./Dialog";

const close = vi.fn();

function Filled({ side }: { side: boolean }) {
  const [open, setOpen] = useState(true);
  const inside = (
    <>
      <Input aria-label="Name" />
      <Input aria-label="Find" data-looks />
      <Select aria-label="Where" options={[{ value: "here", label: "here" }]} />
    </>
  );
  const leave = () => {
    close();
    setOpen(false);
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Open again</Button>
      {side ? (
        <SideDialog open={open} title="Side" onClose={leave}>
          {inside}
        </SideDialog>
      ) : (
        <Dialog open={open} title="Middle" onCancel={leave}>
          {inside}
        </Dialog>
      )}
    </>
  );
}

it.each([
  { line: "Times", does: 1 },
  { line: "Paused", does: 1 },
  { line: "Find", does: 0 },
  { line: "Where", does: 0 },
  { line: "Why", does: 0 },
])(
  "does on Enter in “$line” what it is for, where that is a line that is typed or a box",
  async ({ line, does }) => {
    const made = vi.fn();
    show(
      <Dialog open title="Copies" onOk={made}>
        <InputNumber aria-label="Times" />
        <Checkbox aria-label="Paused" />
        <Input aria-label="Find" data-looks />
        <Select aria-label="Where" options={[{ value: "here", label: "here" }]} />
        <Input.TextArea aria-label="Why" />
      </Dialog>,
    );
    fireEvent.keyDown(await screen.findByLabelText(line), { key: "Enter" });
    expect(made).toHaveBeenCalledTimes(does);
  },
);

it("does nothing on Enter while it cannot be done", async () => {
  const made = vi.fn();
  show(
    <Dialog open title="Copies" onOk={made} okButtonProps={{ disabled: true }}>
      <Input aria-label="Name" />
    </Dialog>,
  );
  fireEvent.keyDown(await screen.findByLabelText("Name"), { key: "Enter" });
  expect(made).not.toHaveBeenCalled();
});

const pressClose = () => fireEvent.click(screen.getAllByRole("button", { name: "Close" })[0]!);

describe.each([false, true])("a dialog, at the side %s,", (side) => {
  beforeEach(() => {
    close.mockReset();
    show(<Filled side={side} />);
  });

  it("closes at once while nothing was entered, also where something was looked for", async () => {
    fireEvent.change(await screen.findByLabelText("Find"), { target: { value: "kit" } });
    pressClose();
    expect(close).toHaveBeenCalledOnce();
  });

  it("asks before it leaves what was typed, and goes on with it", async () => {
    fireEvent.change(await screen.findByLabelText("Name"), { target: { value: "Kits" } });
    pressClose();
    await screen.findAllByText("Leave what was entered here?");
    expect(close).not.toHaveBeenCalled();
    fireEvent.click(screen.getAllByRole("button", { name: "Go on" }).at(-1)!);
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Kits");
    pressClose();
    fireEvent.click((await screen.findAllByRole("button", { name: "Leave it" })).at(-1)!);
    await waitFor(() => expect(close).toHaveBeenCalledOnce());
  });

  it("asks before it leaves what was chosen, and before the page goes", async () => {
    await pick("Where", "here");
    const unload = new Event("beforeunload", { cancelable: true });
    window.dispatchEvent(unload);
    expect(unload.defaultPrevented).toBe(true);
    pressClose();
    await screen.findAllByText("Leave what was entered here?");
    expect(close).not.toHaveBeenCalled();
  });
});
