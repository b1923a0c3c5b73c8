// @vitest-environment jsdom
import { show } from "../../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it, vi } from "vitest";
import { AddDialog } from "./AddDialog";

const CHOICES = ["Knitters", "Knitters in rain", "Menders"].map((words) => ({ id: words, words, note: "" }));

it.each([
  { typed: "knit", ticked: [], added: ["Knitters", "Knitters in rain"] },
  { typed: "rain", ticked: [], added: ["Knitters in rain"] },
  // What was ticked is meant, whatever is found beside it.
  { typed: "", ticked: ["Menders"], added: ["Menders"] },
  { typed: "knit", ticked: ["Knitters"], added: ["Knitters"] },
  // Nothing was asked for.
  { typed: "", ticked: [], added: undefined },
  { typed: "nobody", ticked: [], added: undefined },
])("Enter after “$typed” and $ticked adds $added", ({ typed, ticked, added }) => {
  const onAdd = vi.fn();
  const onClose = vi.fn();
  show(
    <MemoryRouter>
      <AddDialog
        title="Add"
        one="row"
        choices={CHOICES}
        elsewhere={{ words: "Another", path: "/" }}
        {...{ onAdd, onClose }}
      />
    </MemoryRouter>,
  );
  const search = screen.getByLabelText("Find by name");
  fireEvent.change(search, { target: { value: typed } });
  ticked.forEach((words) =>
    fireEvent.click(screen.getByRole("checkbox", { name: new RegExp(`^${words} *$`) })),
  );
  fireEvent.keyDown(search, { key: "Enter" });
  expect(onAdd.mock.lastCall?.[0]).toEqual(added);
  expect(onClose).toHaveBeenCalledTimes(added ? 1 : 0);
});
