// @vitest-environment jsdom
import { show } from "../testing/browser";
import { screen } from "@testing-library/react";
import { Button, Input } from "antd";
import { expect, it } from "vitest";
import { Columns } from "./Columns";
import { Changes } from "./Editable";
import { Reads } from "./reads";

function drawn(reads: boolean, looking: boolean) {
  show(
    <Reads value={reads}>
      <Columns
        looking={looking}
        things=""
        title="One"
        actions={<Button>Remove</Button>}
        looks={<Button>Save as</Button>}
      >
        <Input aria-label="Name" />
        <button>plain</button>
        <Changes>
          <button>change</button>
        </Changes>
      </Columns>
    </Reads>,
  );
}

it.each([
  { reads: false, looking: false, enabled: ["Remove", "Save as", "change", "plain"], field: true },
  { reads: true, looking: false, enabled: ["Save as"], field: false },
  { reads: true, looking: true, enabled: ["Save as", "plain"], field: true },
])("offers what may be done: $reads, $looking", ({ reads, looking, enabled, field }) => {
  drawn(reads, looking);
  const live = screen.getAllByRole<HTMLButtonElement>("button").filter((b) => !b.matches(":disabled"));
  expect(live.map((b) => b.textContent).sort()).toEqual(enabled);
  expect(screen.getByLabelText("Name").matches(":enabled")).toBe(field);
});
