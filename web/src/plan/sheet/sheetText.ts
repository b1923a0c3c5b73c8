import { money } from "../../look/format";
import { asTabbed } from "../../look/spreadsheet";
import { moneyWords, type Campaign } from "../model";
import type { CellShown } from "./Cell";
import type { Block } from "./selection";

/**
 * The selected block as spreadsheets take it: a line of headings, then a row each with its audience, money and what the lens
 * shows of its ads. Pasted back it is read by its headings.
 */
export function asText(
  campaign: Campaign,
  b: Block,
  shown: (row: number, column: number) => CellShown,
  audience: (row: Campaign["rows"][number]) => string,
  creative: (column: Campaign["columns"][number]) => string,
  onOff: boolean,
): string {
  const columns = campaign.columns.slice(b.left, b.right + 1);
  const head = ["Row", "Audience", moneyWords(campaign), ...columns.map(creative)];
  const lines = campaign.rows.slice(b.top, b.bottom + 1).map((row, i) => [
    row.label,
    audience(row),
    money(row.moneyMinor, campaign.currency),
    ...columns.map((_, c) => {
      const on = row.cells[b.left + c] !== null;
      return onOff ? (on ? "on" : "off") : shown(b.top + i, b.left + c).main;
    }),
  ]);
  return asTabbed([head, ...lines]);
}

/** The rows whose label, audience or split a person's words are found in, each word anywhere. */
export function filtered(
  campaign: Campaign,
  typed: string,
  audience: (row: Campaign["rows"][number]) => string,
): Campaign {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return campaign;
  const rows = campaign.rows.filter((r) => {
    const text = [r.label, audience(r), ...r.slices.map((s) => s.words)].join(" ").toLowerCase();
    return words.every((w) => text.includes(w));
  });
  return { ...campaign, rows };
}
