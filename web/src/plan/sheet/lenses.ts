import type { Schemas } from "../../api/client";
import type { SheetNumbers } from "../../api/columns";
import { moment, money, plural, word } from "../../look/format";
import { rankColour, tooFew } from "../../look/theme";
import { beneath, between, figure } from "../../results";
import { AD_STATES, findingsAt, statesByCell, type Campaign, type Lens } from "../model";
import type { CellShown } from "./Cell";

export interface LensData {
  names: Schemas["NamesView"] | undefined;
  results: SheetNumbers | undefined;
  /** Comments that are open, by row and column. */
  said?: ReadonlyMap<string, number> | undefined;
}

const OFF: CellShown = { main: "off", kind: "off" };

/** Cells that are no ad for a reason, as they are looked up one by one. */
function offCells(campaign: Campaign) {
  const reasons = new Map(campaign.excluded.map((e) => [`${e.rowId}/${e.columnId}`, e.why]));
  return (row: number, column: number): CellShown => {
    const why = reasons.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`);
    return why ? { main: "excluded", small: why, kind: "excluded", title: why } : OFF;
  };
}

type Shows = (row: number, column: number) => CellShown;

/**
 * What each cell shows through a lens; looked up once a campaign and lens, asked for every cell in sight. Asked again it gives the
 * same object, so that scrolling draws only cells that come into sight.
 */
export function lens(of: Lens, campaign: Campaign, data: LensData): Shows {
  const shows = through(of, campaign, data);
  const known = new Map<number, CellShown>();
  return (row, column) => {
    const at = row * campaign.columns.length + column;
    const shown = known.get(at) ?? shows(row, column);
    known.set(at, shown);
    return shown;
  };
}

function through(of: Lens, campaign: Campaign, data: LensData): Shows {
  switch (of) {
    case "money":
      return moneyOf(campaign);
    case "review":
      return review(campaign, data.said);
    case "names":
      return names(campaign, data);
    case "checks":
      return checks(campaign);
    case "results":
      return results(campaign, data);
    default:
      return structure(campaign);
  }
}

function structure(campaign: Campaign) {
  const states = statesByCell(campaign);
  const off = offCells(campaign);
  return (row: number, column: number): CellShown => {
    const sum = campaign.rows[row]?.cells[column];
    if (sum == null) return off(row, column);
    const state = states.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`);
    const told = state && AD_STATES[state.state];
    return {
      main: supposed(campaign, sum),
      small: told?.words,
      tone: told?.tone,
      kind: "on",
      title: state?.reason ?? undefined,
    };
  };
}

/** A sum of a row or ad; where the campaign shares its money only the network knows, so it is about that. */
export function supposed(campaign: Campaign, minor: number): string {
  return `${campaign.sharedMinor == null ? "" : "≈ "}${money(minor, campaign.currency)}`;
}

/** What each ad may spend, of the row's money and then a day or over the flight; the more, the deeper its ground. */
function moneyOf(campaign: Campaign) {
  const most = Math.max(1, ...campaign.rows.flatMap((r) => r.cells.map((c) => c ?? 0)));
  const off = offCells(campaign);
  return (row: number, column: number): CellShown => {
    const sum = campaign.rows[row]?.cells[column];
    if (sum == null) return off(row, column);
    return {
      main: supposed(campaign, sum),
      small:
        campaign.basis === "LIFETIME"
          ? `${money(Math.round(sum / campaign.days), campaign.currency)} a day`
          : money(sum * campaign.days, campaign.currency),
      kind: "result",
      ground: `color-mix(in srgb, var(--kelp) ${8 + Math.round((sum / most) * 30)}%, var(--paper))`,
      ink: "var(--ink)",
    };
  };
}

/** Where each ad stands with the network: not sent, in review until about when, live, or refused and why; and what is said of it. */
function review(campaign: Campaign, said: LensData["said"]) {
  const states = statesByCell(campaign);
  const off = offCells(campaign);
  return (row: number, column: number): CellShown => {
    const state = states.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`);
    const on = campaign.rows[row]?.cells[column] != null;
    const comments = said?.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`) ?? 0;
    const spoken = comments > 0 ? plural(comments, "comment") : undefined;
    if (!state) return on ? { main: "not sent", small: spoken, kind: "on", tone: "still" } : off(row, column);
    const told = AD_STATES[state.state];
    const due = state.state === "IN_REVIEW" && state.reviewDue ? `by ${moment(state.reviewDue)}` : undefined;
    return {
      main: told?.words ?? state.state,
      small: state.state === "REFUSED" ? (state.reason ?? undefined) : (spoken ?? due),
      tone: told?.tone,
      kind: "review",
      title: state.reason ?? undefined,
    };
  };
}

function names(campaign: Campaign, data: LensData) {
  // Names that clash or are too long are the row's: its label is what mends them.
  const badRows = new Set(
    campaign.findings.filter((f) => f.rule.startsWith("name.")).map((f) => f.place.rowId),
  );
  const byRow = new Map(data.names?.rows.map((r) => [r.rowId, r.ads]));
  return (row: number, column: number): CellShown => {
    if (campaign.rows[row]?.cells[column] == null) return OFF;
    const name = byRow.get(campaign.rows[row]?.id ?? "")?.[column] ?? "";
    const marked = badRows.has(campaign.rows[row]?.id ?? "");
    return { main: name, kind: "name", title: name, mark: marked ? "blocker" : undefined };
  };
}

function checks(campaign: Campaign) {
  return (row: number, column: number): CellShown => {
    if (campaign.rows[row]?.cells[column] == null) return OFF;
    const found = findingsAt(campaign.findings, campaign.rows[row]?.id, campaign.columns[column]?.id);
    const worst = found.find((f) => f.severity === "BLOCKER") ?? found.find((f) => f.severity === "WARNING");
    return {
      main: found.length === 0 ? "clear" : String(found.length),
      small: found.length === 0 ? undefined : word(found.length, "finding"),
      kind: "on",
      mark: worst ? (worst.severity === "BLOCKER" ? "blocker" : "warning") : undefined,
      title: found.map((f) => f.says).join("\n"),
    };
  };
}

function results(campaign: Campaign, data: LensData) {
  const states = statesByCell(campaign);
  const cells = new Map(data.results?.cells.map((c) => [`${c.rowId}/${c.columnId}`, c]));
  return (row: number, column: number): CellShown => {
    const cell = cells.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`);
    const metric = data.results?.metric;
    if (!cell || !metric) {
      if (campaign.rows[row]?.cells[column] == null) return OFF;
      const told =
        AD_STATES[states.get(`${campaign.rows[row]?.id}/${campaign.columns[column]?.id}`)?.state ?? ""];
      return { main: "–", kind: "on", small: told?.words ?? "not sent", tone: told?.tone };
    }
    const ranked = rankColour(cell.rank);
    const colour = metric.better === "NEITHER" ? undefined : cell.few ? tooFew : ranked;
    return {
      main: figure(metric, cell.value, campaign.currency),
      small: cell.few ? tooFew.words : beneath(metric, cell),
      title: between(metric, cell, campaign.currency),
      kind: "result",
      ground: colour?.ground,
      ink: colour?.ink,
    };
  };
}
