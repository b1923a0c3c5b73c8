import type { Schemas } from "./client";

type Sent = Schemas["SheetResults"];

/** One number of an ad, with how good it is and between what it lies; what is not known is missing. */
export interface CellNumber {
  rowId: string;
  columnId: string;
  /** Step from 0 worst to 4 best. */
  rank: number | undefined;
  /** There is too little to say. */
  few: boolean;
  value?: number;
  rests?: number;
  low?: number;
  high?: number;
  reach?: number;
}

/** One number of every ad of a sheet. */
export interface SheetNumbers extends Pick<Sent, "currency" | "metric"> {
  cells: CellNumber[];
}

export const TOO_FEW = "~";
export const NONE = "-";

export function wordAt(column: Schemas["WordColumn"], line: number): string {
  return column.words[column.of[line] ?? 0] ?? "";
}

/** What the server tells of a sheet by columns, put together ad by ad. */
export function cellsOf({ currency, metric, rows, columns, signs, numbers }: Sent): SheetNumbers {
  const cells = Array.from(signs, (sign, i): CellNumber => {
    const few = sign === TOO_FEW;
    return {
      rowId: wordAt(rows, i),
      columnId: wordAt(columns, i),
      rank: few || sign === NONE ? undefined : Number(sign),
      few,
    };
  });
  for (const { code, at, values } of numbers) {
    values.forEach((value, i) => {
      const cell = cells[at?.[i] ?? i];
      if (cell) cell[code as "value"] = value;
    });
  }
  return { currency, metric, cells };
}
