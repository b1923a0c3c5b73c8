/** Where rows and columns cross, by position. */
export interface Spot {
  row: number;
  column: number;
}

/** A block of cells from an anchor to a focus; whole rows or columns when their heads were chosen. */
export interface Selection {
  anchor: Spot;
  focus: Spot;
}

export interface Block {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export function single(row: number, column: number): Selection {
  return { anchor: { row, column }, focus: { row, column } };
}

/** The block a selection covers, kept within the sheet. */
export function block(selection: Selection, rows: number, columns: number): Block {
  const within = (value: number, size: number) => Math.max(0, Math.min(value, size - 1));
  return {
    top: within(Math.min(selection.anchor.row, selection.focus.row), rows),
    bottom: within(Math.max(selection.anchor.row, selection.focus.row), rows),
    left: within(Math.min(selection.anchor.column, selection.focus.column), columns),
    right: within(Math.max(selection.anchor.column, selection.focus.column), columns),
  };
}

export function covers(b: Block, row: number, column: number): boolean {
  return row >= b.top && row <= b.bottom && column >= b.left && column <= b.right;
}

const STEPS: Record<string, Spot> = {
  ArrowUp: { row: -1, column: 0 },
  ArrowDown: { row: 1, column: 0 },
  ArrowLeft: { row: 0, column: -1 },
  ArrowRight: { row: 0, column: 1 },
};

/** What an arrow key makes of a selection; with Shift the focus moves and the anchor stays. Null for another key. */
export function moved(
  selection: Selection,
  key: string,
  extend: boolean,
  rows: number,
  columns: number,
): Selection | null {
  const step = STEPS[key];
  if (!step || rows === 0 || columns === 0) return null;
  const focus = {
    row: Math.max(0, Math.min(rows - 1, selection.focus.row + step.row)),
    column: Math.max(0, Math.min(columns - 1, selection.focus.column + step.column)),
  };
  return { anchor: extend ? selection.anchor : focus, focus };
}

export function wholeRow(row: number, columns: number): Selection {
  return { anchor: { row, column: 0 }, focus: { row, column: Math.max(0, columns - 1) } };
}

export function wholeColumn(column: number, rows: number): Selection {
  return { anchor: { row: 0, column }, focus: { row: Math.max(0, rows - 1), column } };
}

/** What is drawn over other rows or ads from where it stands: a row's money, or an ad on or off. */
export interface Fill {
  what: "money" | "ads";
  from: Spot;
  to: Spot;
}

/** What a fill covers: money whole rows, an ad the block to where it is drawn. */
export function covered(fill: Fill, columns: number): Block {
  const drawn = block({ anchor: fill.from, focus: fill.to }, Infinity, columns);
  return fill.what === "money" ? { ...drawn, left: 0, right: columns - 1 } : drawn;
}

/** What is typed into on the sheet. */
export type Editing = { rowId: string; what: "money" | "label" } | null;
