// @vitest-environment jsdom
import "../../testing/browser";
import { fireEvent, render, screen } from "@testing-library/react";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { moneyLike, switchedLike, type Campaign } from "../model";
import { covered, single, type Fill } from "./selection";
import { Sheet } from "./Sheet";

/** Rows on and off: the second row has an ad that is off, the third one that is excluded. */
const CAMPAIGN = {
  id: "k",
  name: "Kits",
  currency: "GBP",
  basis: "DAILY",
  days: 14,
  sharedMinor: null,
  flightMinor: 0,
  columns: ["k0", "k1"].map((id) => ({ id, creativeId: id, dailyMinor: 0, flightMinor: 0 })),
  rows: [
    { cells: [500, 500], moneyMinor: 1000 },
    { cells: [null, 700], moneyMinor: 700 },
    { cells: [900, null], moneyMinor: 900 },
  ].map((row, i) => ({
    ...row,
    id: `r${i}`,
    label: `Row ${i}`,
    audienceId: "a",
    spendsMinor: 1,
    size: null,
  })),
  excluded: [{ rowId: "r2", columnId: "k1", why: "shop is shut" }],
} as unknown as Campaign;

// The size of a sheet on a screen, which jsdom does not lay out.
beforeAll(() => {
  Element.prototype.scrollTo = () => {};
  vi.spyOn(HTMLElement.prototype, "clientHeight", "get").mockReturnValue(600);
  vi.spyOn(HTMLElement.prototype, "clientWidth", "get").mockReturnValue(900);
});

interface Shown {
  row: number;
  column: number;
  reads?: boolean;
  typed?: string;
  focusNow?: number;
}

function sheet(shown: Shown) {
  const fills: Fill[] = [];
  const edits: unknown[] = [];
  const nothing = () => undefined;
  const drawn = (props: Shown) => (
    <Sheet
      clientId="c"
      campaign={CAMPAIGN}
      creatives={new Map()}
      columnWidth={100}
      rowNames={undefined}
      shown={() => ({ main: "ad", kind: "on" })}
      found={() => ""}
      selection={single(props.row, props.column)}
      onSelect={(to) => edits.push(to)}
      onSwitch={nothing}
      {...(props.reads ? {} : { onFill: (fill: Fill) => fills.push(fill) })}
      adds={[{ id: "rows", words: "Add audiences", keys: "A", run: nothing }]}
      waiting={new Set()}
      editing={props.typed ? { rowId: props.typed, what: "money" } : null}
      focusNow={props.focusNow ?? 0}
      onEditing={(to) => edits.push(to)}
      onMoney={(text) => edits.push(text)}
      onShared={nothing}
      onLabel={nothing}
      onKey={nothing}
      copyText={() => ""}
      onCopied={nothing}
      onPaste={nothing}
    />
  );
  const { rerender } = render(drawn(shown));
  return { fills, edits, again: (props: Shown) => rerender(drawn(props)) };
}
const handle = (what: string) => document.querySelector(`[data-fill=${what}]`) as Element;
const press = (on: Element) => fireEvent.pointerDown(on, { buttons: 1 });
const over = (on: Element | null) => fireEvent.pointerOver(on as Element, { buttons: 1 });

it.each([
  { role: "dialog", keeps: true },
  { role: "region", keeps: false },
])("leaves the focus to a form in a $role that is open over it: $keeps", ({ role, keeps }) => {
  render(
    <div role={role}>
      <input aria-label="Sum" />
    </div>,
  );
  screen.getByLabelText("Sum").focus();
  const { again } = sheet({ row: 0, column: 0 });
  expect(document.activeElement === screen.getByLabelText("Sum")).toBe(keeps);
  // Once that is left it has it again, though what asked about leaving is not gone yet.
  again({ row: 0, column: 0, focusNow: 1 });
  expect(document.activeElement).toBe(screen.getByRole("grid"));
});

it.each([
  { row: 0, next: "r1" },
  { row: 1, next: "r2" },
  { row: 2, next: undefined },
])("Tab keeps the money of row $row, and edits that of the row below: $next", ({ row, next }) => {
  const { edits } = sheet({ row, column: 0, typed: `r${row}` });
  const field = screen.getByLabelText<HTMLInputElement>(/ of /, {
    selector: ".ant-input",
  });
  field.focus();
  fireEvent.change(field, { target: { value: "12" } });
  fireEvent.keyDown(field, { key: "Tab" });
  if (next === undefined) expect(edits).toEqual([]);
  else expect(edits).toEqual([null, "12", single(row + 1, 0), { rowId: next, what: "money" }]);
});

describe("what is drawn over others", () => {
  it.each([
    { from: 0, to: 2 },
    { from: 2, to: 1 },
    { from: 1, to: 1 },
  ])('money of row "$from" drawn to row "$to"', ({ from, to }) => {
    const { fills } = sheet({ row: from, column: 0 });
    press(handle("money"));
    over(screen.getByTestId(`money-${to}`));
    fireEvent.pointerUp(window);
    expect(fills).toEqual([{ what: "money", from: { row: from, column: 0 }, to: { row: to, column: 0 } }]);
    over(screen.getByTestId("money-0"));
    fireEvent.pointerUp(window);
    expect(fills).toHaveLength(1);
  });

  it("an ad over a block, which is marked while it is drawn, and not after Escape", () => {
    const { fills } = sheet({ row: 0, column: 0 });
    press(handle("ads"));
    over(document.querySelector("#cell-2-1"));
    expect(document.querySelectorAll(".cell.picked")).toHaveLength(6);
    fireEvent.keyDown(window, { key: "Escape" });
    expect(document.querySelectorAll(".cell.picked")).toHaveLength(1);
    fireEvent.pointerUp(window);
    expect(fills).toEqual([]);
  });

  it("is not offered to who only reads", () => {
    sheet({ row: 0, column: 0, reads: true });
    expect(document.querySelector("[data-fill]")).toBeNull();
  });

  it.each([
    { row: 0, column: 0, on: true, why: null },
    { row: 1, column: 0, on: false, why: null },
    { row: 2, column: 1, on: false, why: "shop is shut" },
  ])("makes ads as that of row $row, column $column", ({ row, column, on, why }) => {
    const block = covered({ what: "ads", from: { row, column }, to: { row: 1, column: 1 } }, 2);
    expect(switchedLike(CAMPAIGN, row, column, block)).toMatchObject({ on, why });
  });

  it("gives money in minor units, to whole rows", () => {
    const block = covered({ what: "money", from: { row: 1, column: 1 }, to: { row: 2, column: 0 } }, 2);
    expect(block).toEqual({ top: 1, bottom: 2, left: 0, right: 1 });
    expect(moneyLike(CAMPAIGN, 1, block)).toEqual({
      kind: "rowsMoney",
      campaignId: "k",
      rows: [
        { rowId: "r1", minor: 700 },
        { rowId: "r2", minor: 700 },
      ],
    });
  });
});
