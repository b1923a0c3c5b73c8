import type { Schemas } from "../api/client";
import { money, plural } from "../look/format";
import type { Edit, WaitingEdit } from "./edits/editQueue";
import type { Block } from "./sheet/selection";

export type Campaign = Schemas["CampaignView"];
export type Finding = Schemas["Finding"];

export const LENSES = [
  { value: "structure", label: "Structure" },
  { value: "money", label: "Money" },
  { value: "names", label: "Names" },
  { value: "checks", label: "Checks" },
  { value: "review", label: "Review" },
  { value: "results", label: "Results" },
] as const;

export type Lens = (typeof LENSES)[number]["value"];

/** What a row of a split keeps to, as its facts name it. */
export const VARIABLE_WORDS: Record<Schemas["SliceView"]["variable"], string> = {
  AGE: "ages",
  GENDER: "gender",
  PLACE: "place",
  PLACEMENT: "placement",
  DEVICE: "device",
  SYSTEM: "system",
  CONNECTION: "connection",
  INTEREST: "interest",
  LOOKALIKE: "band",
  RECENCY: "window",
  LANGUAGE: "language",
};

/** What a campaign's money is for. */
export const BASIS_WORDS = { DAILY: "a day", LIFETIME: "for the flight" } as const;

/** What the money of a campaign's rows is for, as a heading. */
export function moneyWords(campaign: Campaign): string {
  return `Money ${BASIS_WORDS[campaign.basis]}`;
}

/** Where a row's ads show, in a few words. */
export function showingWords(showing: Schemas["Showing"]): string {
  switch (showing.how) {
    case "USUAL":
      return "first of each format";
    case "NETWORK":
      return "left to the network";
    case "CHOSEN":
      return showing.codes.map((c) => c.replaceAll("-", " ")).join(", ");
  }
}

export const AD_STATES: Record<string, { words: string; tone: "good" | "wait" | "bad" | "still" }> = {
  SENT: { words: "sent", tone: "wait" },
  IN_REVIEW: { words: "in review", tone: "wait" },
  APPROVED: { words: "live", tone: "good" },
  REFUSED: { words: "refused", tone: "bad" },
  PAUSED: { words: "paused", tone: "still" },
};

/** States of ads by row and column, as they are looked up cell by cell. */
export function statesByCell(campaign: Campaign): Map<string, Schemas["AdState"]> {
  return new Map(campaign.adStates.map((s) => [`${s.rowId}/${s.columnId}`, s]));
}

/** Findings that touch a row or a column; those of the whole sheet touch no cell. */
export function findingsAt(
  findings: Finding[],
  rowId: string | undefined,
  columnId: string | undefined,
): Finding[] {
  return findings.filter(
    (f) =>
      (f.place.rowId != null || f.place.columnId != null) &&
      (f.place.rowId == null || f.place.rowId === rowId) &&
      (f.place.columnId == null || f.place.columnId === columnId),
  );
}

/** Blockers and warnings of each ad in words, with those of its whole row and column; counted once, asked for every cell in sight. */
export function findingsToldAt(findings: Finding[]) {
  const counted = new Map<string, { blockers: number; warnings: number }>();
  for (const { place, severity } of findings) {
    if (severity === "HINT" || (place.rowId == null && place.columnId == null)) continue;
    const key = `${place.rowId ?? ""}/${place.columnId ?? ""}`;
    const at = counted.get(key) ?? { blockers: 0, warnings: 0 };
    counted.set(key, at);
    if (severity === "BLOCKER") at.blockers++;
    else at.warnings++;
  }
  return (rowId: string, columnId: string | undefined): string => {
    if (counted.size === 0) return "";
    const all = [`${rowId}/`, `/${columnId}`, `${rowId}/${columnId}`].map((key) => counted.get(key));
    const sum = (of: "blockers" | "warnings") => all.reduce((n, at) => n + (at?.[of] ?? 0), 0);
    const [blockers, warnings] = [sum("blockers"), sum("warnings")];
    return [blockers && plural(blockers, "blocker"), warnings && plural(warnings, "warning")]
      .filter(Boolean)
      .join(", ");
  };
}

/** The edit that mends a finding, or all that its rule found. */
export function mendOf(campaign: Campaign, finding: Finding, all = false): Edit {
  const { rowId, columnId } = finding.place;
  return {
    kind: "mend",
    campaignId: campaign.id,
    rule: finding.rule,
    rowId: all ? null : (rowId ?? null),
    columnId: all ? null : (columnId ?? null),
  };
}

/** The cells of a block. */
export function cellsOf(campaign: Campaign, b: Block): { rowId: string; columnId: string; on: boolean }[] {
  return campaign.rows
    .slice(b.top, b.bottom + 1)
    .flatMap((row) =>
      campaign.columns
        .slice(b.left, b.right + 1)
        .map((column, i) => ({ rowId: row.id, columnId: column.id, on: row.cells[b.left + i] !== null })),
    );
}

/**
 * The edit that switches a block: on when any of it is off, else off. Excluded cells stay as they are unless nothing else is
 * in the block. Null for an empty sheet.
 */
export function switchBlock(campaign: Campaign, b: Block): Edit | null {
  const excluded = new Set(campaign.excluded.map((e) => `${e.rowId}/${e.columnId}`));
  const all = cellsOf(campaign, b);
  const free = all.filter((c) => !excluded.has(`${c.rowId}/${c.columnId}`));
  const cells = free.length > 0 ? free : all;
  return cells.length === 0
    ? null
    : {
        kind: "cellSwitch",
        campaignId: campaign.id,
        cells: cells.map(({ rowId, columnId }) => ({ rowId, columnId })),
        on: cells.some((c) => !c.on),
        why: null,
      };
}

/** The edit that gives rows of a block the money of one row. */
export function moneyLike(campaign: Campaign, from: number, b: Block): Edit {
  const minor = campaign.rows[from]?.moneyMinor ?? 0;
  return {
    kind: "rowsMoney",
    campaignId: campaign.id,
    rows: campaign.rows.slice(b.top, b.bottom + 1).map((r) => ({ rowId: r.id, minor })),
  };
}

/** The edit that makes the ads of a block on, off or excluded as one of them is. */
export function switchedLike(campaign: Campaign, row: number, column: number, b: Block): Edit {
  const [is] = cellsOf(campaign, { top: row, bottom: row, left: column, right: column });
  return {
    kind: "cellSwitch",
    campaignId: campaign.id,
    cells: cellsOf(campaign, b).map(({ rowId, columnId }) => ({ rowId, columnId })),
    on: !!is?.on,
    why: campaign.excluded.find((e) => e.rowId === is?.rowId && e.columnId === is.columnId)?.why ?? null,
  };
}

/** "Conversions on Hearthside", "3 × 2, 6 ads", money a day and over the flight. */
export function summary(campaign: Campaign): { shape: string; daily: string; flight: string } {
  return {
    shape: `${campaign.rows.length} × ${campaign.columns.length}, ${plural(campaign.ads, "ad")}`,
    daily: `${money(campaign.dailyMinor, campaign.currency)} a day`,
    flight: money(campaign.flightMinor, campaign.currency),
  };
}

/** Rows and cells that an edit not yet kept speaks of, to mark them. */
export function touched(waiting: readonly WaitingEdit[]): Set<string> {
  const ids = new Set<string>();
  for (const { edit } of waiting) {
    if ("rowIds" in edit) edit.rowIds.forEach((id) => ids.add(id));
    if ("rowId" in edit && edit.rowId) ids.add(edit.rowId);
    if ("cells" in edit) edit.cells.forEach((c) => ids.add(`${c.rowId}/${c.columnId}`));
  }
  return ids;
}

/** True when nothing an objective seeks can be counted without a site tag. */
export function needsSiteTag(objective: Schemas["ObjectiveRule"]): boolean {
  return objective.goals.every((g) => g.siteEvent);
}
