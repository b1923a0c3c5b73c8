import type { Schemas } from "../api/client";
import { NONE, TOO_FEW, wordAt } from "../api/columns";
import type { MetricView } from "./model";

type Columns = Schemas["TableColumns"];

/** A line with how good it is by the number that lines are ranked by. */
export type ResultLine = Schemas["Line"] & {
  /** Step from 0 worst to 4 best, by number. */
  ranks: Record<string, number>;
  /** Numbers of which there is too little to say. */
  few: string[];
};

/** @property by what its lines are made by, which another question may already ask otherwise */
export interface ResultTable extends Pick<Columns, "from" | "to" | "mixed" | "by"> {
  lines: ResultLine[];
  totals: ResultLine[];
}

/** What the server tells by columns, put together line by line. */
export function tableOf(columns: Columns): ResultTable {
  const { from, to, by, mixed, currency, keys, temperatures, ranked } = columns;
  const lines = Array.from({ length: columns.lines }, (_, i): ResultLine => {
    const sign = ranked?.signs[i] ?? NONE;
    const code = ranked?.code ?? "";
    return {
      keys: keys.map((k) => wordAt(k, i)),
      currency: wordAt(currency, i),
      values: {},
      temperatures: temperatures.sets[temperatures.of[i] ?? 0] ?? [],
      sought: [],
      coming: {},
      ranks: sign === NONE || sign === TOO_FEW ? {} : { [code]: Number(sign) },
      few: sign === TOO_FEW ? [code] : [],
    };
  });
  const each = (column: { at?: number[] | null | undefined }, size: number, take: Take) => {
    for (let i = 0; i < size; i++) {
      const line = lines[column.at?.[i] ?? i];
      if (line) take(line, i);
    }
  };
  for (const { code, values, at } of columns.numbers) {
    each({ at }, values.length, (line, i) => {
      line.values[code] = values[i] as number;
    });
  }
  for (const column of columns.coming) {
    each(column, column.at.length, (line, i) => {
      line.coming[column.code] = comingAt(column, i);
    });
  }
  for (const { code, words, counts, spendMinor, at, coming } of columns.sought) {
    const late = new Map(coming?.at.map((place, i) => [place, comingAt(coming, i)]));
    each({ at }, counts.length, (line, i) => {
      line.sought.push({
        code,
        words,
        count: counts[i] as number,
        spendMinor: spendMinor[i] as number,
        coming: late.get(at?.[i] ?? i) ?? null,
      });
    });
  }
  for (const { sought } of lines) sought.sort((a, b) => b.spendMinor - a.spendMinor);
  return { from, to, by, mixed, lines, totals: columns.totals.map((t) => ({ ...t, ranks: {}, few: [] })) };
}

type Take = (line: ResultLine, place: number) => void;

function comingAt(column: Schemas["ComingColumn"], i: number): Schemas["Coming"] {
  return { about: column.about[i] as number, from: column.from[i] as number, to: column.to[i] as number };
}

/**
 * Codes of some numbers with what they rest on, and what people, frequency and what is still to come are told by; the same for the same
 * numbers, in whatever order.
 */
export function numbersOf(metrics: readonly Pick<MetricView, "code" | "rests">[]): string[] {
  const codes = metrics.flatMap((m) => (m.rests ? [m.code, m.rests] : [m.code]));
  return [...new Set([...codes, "spend", "impressions"])].sort();
}
