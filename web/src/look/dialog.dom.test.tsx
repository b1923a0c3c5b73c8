// @vitest-environment jsdom
import { pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { Button, Input, Select } from "antd";
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
