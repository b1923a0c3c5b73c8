// @vitest-environment jsdom
import { wide } from "../../testing/browser";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Campaign } from "../model";
import { doablesOf } from "./doing";
import { keysOf } from "./keys";
import { SheetFoot } from "./SheetFoot";

const row = (id: string, label: string, cells: (number | null)[]) => ({ id, label, cells, locked: false });
const campaign = (rows: ReturnType<typeof row>[], columns: string[]) =>
  ({
    id: "c",
    rows,
    columns: columns.map((id) => ({ id })),
    excluded: [],
    findings: [],
  }) as unknown as Campaign;

const two = campaign([row("r1", "Knitters", [100, 100]), row("r2", "Menders", [100, null])], ["k1", "k2"]);
const none = campaign([], []);

/** What can be done on a sheet with its first row, or its first two, selected. */
function offered(on: Campaign, rows = 1) {
  const make = vi.fn();
  const open = vi.fn();
  const edit = vi.fn();
  const doables = doablesOf({
    campaign: { ...on, undo: "add 2 rows", redo: null },
    picked: { top: 0, bottom: rows - 1, left: 0, right: 0 },
    focusRow: on.rows[0],
    found: [{ mendable: true, mend: "Put £12.00.", rule: "money.low", place: { rowId: "r1" } }] as never,
    edits: { make } as never,
    step: vi.fn(),
    open,
    edit,
    filter: vi.fn(),
    launch: vi.fn(),
  });
  return { doables, make, open, edit, does: (id: string) => doables.find((d) => d.id === id) };
}

function foot(
  doables: ReturnType<typeof offered>["doables"],
  more: Partial<Parameters<typeof SheetFoot>[0]> = {},
) {
  const props = {
    filter: undefined,
    setFilter: vi.fn(),
    undo: null,
    onUndo: vi.fn(),
    shown: 2,
    rows: 2,
    onKeys: vi.fn(),
    ...more,
  };
  render(<SheetFoot {...props} doables={doables} edits={{} as never} />);
  return props;
}

afterEach(cleanup);

describe("what can be done on a sheet", () => {
  it.each([
    ["duplicate", { kind: "rowCopy", campaignId: "c", rowIds: ["r1", "r2"], times: 1 }],
    ["lock", { kind: "rowLock", campaignId: "c", rowIds: ["r1", "r2"], locked: true }],
    ["remove-rows", { kind: "rowRemoval", campaignId: "c", rowIds: ["r1", "r2"] }],
    ["remove-columns", { kind: "columnRemoval", campaignId: "c", columnIds: ["k1"] }],
    ["per-creative", { kind: "rowPerCreative", campaignId: "c", rowId: "r1" }],
    ["mend", { kind: "mend", campaignId: "c", rule: "money.low", rowId: "r1" }],
  ])("%s is one edit of all that is selected", (id, edit) => {
    const { does, make } = offered(two, 2);
    does(id)?.run();
    expect(make).toHaveBeenCalledTimes(1);
    expect(make.mock.calls[0]![0]).toMatchObject(edit);
  });

  it.each([
    "rows",
    "columns",
    "split",
    "copy",
    "spread",
    "test",
    "delivery",
    "replace",
    "exclude",
    "history",
    "keys",
  ])("%s opens what asks for more", (id) => {
    const { does, open, make } = offered(two);
    does(id)?.run();
    expect(open).toHaveBeenCalledWith({ what: id });
    expect(make).not.toHaveBeenCalled();
  });

  it("asks for no rows where there are none", () => {
    const ids = offered(none).doables.map((d) => d.id);
    expect(ids).toEqual(["rows", "columns", "mend", "carry", "launch", "filter", "history", "undo", "keys"]);
  });

  it("gives no key twice, and each as a keyboard says it", () => {
    const keys = offered(two, 2).doables.flatMap((d) => d.keys ?? []);
    expect(new Set(keys).size).toBe(keys.length);
    const pressed = (key: string) => {
      const parts = key.split(" ");
      const last = parts.at(-1)!;
      return keysOf({
        key: last === "Space" ? " " : last,
        ctrlKey: parts.includes("Ctrl"),
        metaKey: false,
        shiftKey: parts.includes("Shift"),
      } as never);
    };
    expect(keys.map(pressed)).toEqual(keys);
  });
});

describe("the foot of a sheet", () => {
  it("does what its buttons say, and offers none that cannot be done", () => {
    const { doables, make, open } = offered(two);
    foot(doables);
    fireEvent.click(screen.getByRole("button", { name: /^Duplicate/ }));
    expect(make).toHaveBeenCalledTimes(1);
    fireEvent.click(screen.getByRole("button", { name: /^Split row by/ }));
    expect(open).toHaveBeenCalledWith({ what: "split" });
    cleanup();
    foot(offered(none).doables);
    for (const name of [/^Duplicate/, /^Split row by/, /^Bid, hours/])
      expect(screen.getByRole("button", { name })).toHaveProperty("disabled", true);
  });

  it("lists the rest with their keys, as far as they can be done", async () => {
    foot(offered(two).doables);
    fireEvent.click(screen.getByRole("button", { name: "More…" }));
    const items = await screen.findAllByRole("menuitem");
    const words = items.map((i) => i.textContent);
    expect(words).toContain("Set up a split test…T");
    expect(words).toContain("Mend: Put £12.00.F");
    expect(words.some((w) => w?.startsWith("Redo"))).toBe(false);
  });

  it("keeps in the menu what a small laptop has no room for beside it", async () => {
    wide(1024);
    foot(offered(two).doables);
    expect(screen.queryByRole("button", { name: /Duplicate/ })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "More…" }));
    const words = (await screen.findAllByRole("menuitem")).map((i) => i.textContent);
    expect(words.filter((w) => /hours|Duplicate/.test(w ?? ""))).toHaveLength(2);
    wide(1280);
  });

  it("says how many rows a filter leaves, and lets it go by Escape", () => {
    const { setFilter } = foot(offered(two).doables, { filter: "knit", shown: 1 });
    expect(screen.getByText(/1 of 2 rows/)).toBeTruthy();
    fireEvent.keyDown(screen.getByLabelText("Filter the rows"), { key: "Escape" });
    expect(setFilter).toHaveBeenCalledWith(undefined);
  });

  it("takes back by name", () => {
    foot(offered(two).doables, { undo: "add 2 rows" });
    expect(screen.getByTitle("add 2 rows · Ctrl Z").textContent).toBe("Undo “add 2 rows”");
  });
});
