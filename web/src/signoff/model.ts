import type { Schemas } from "../api/client";
import { plural } from "../look/format";

export type SignOff = Schemas["SignOffView"];
export type Campaign = Schemas["SignOffCampaign"];
export type Change = Schemas["SignOffChange"];
export type Comment = Schemas["PlanComment"];
export type Place = Schemas["CommentPlace"];

export const PLAN: Place = { campaignId: null, rowId: null, columnId: null };

/** A campaign with the names of its rows and creatives. */
export type Named = Pick<Campaign, "campaignId" | "name" | "rows" | "columns">;

/** What a comment, or anything else that has a place, says of it. */
export const onlyPlace = ({ campaignId, rowId, columnId }: Place): Place => ({
  campaignId: campaignId ?? null,
  rowId: rowId ?? null,
  columnId: columnId ?? null,
});

export const STATE_WORDS: Record<Schemas["SignOffLine"]["state"], string> = {
  WAITING: "waits",
  APPROVED: "approved",
  RETURNED: "returned",
  WITHDRAWN: "taken back",
};

/** Where a change is on the sheet: its key is the campaign’s, a row’s, or that of a row and a column. */
export function placeOf(campaignId: string, key: string): Place {
  if (key === campaignId) return { campaignId, rowId: null, columnId: null };
  const [rowId = "", columnId = null] = key.split("/");
  return { campaignId, rowId, columnId };
}

export const samePlace = (a: Place, b: Place) =>
  PARTS.every((part) => (a[part] ?? null) === (b[part] ?? null));

const PARTS = ["campaignId", "rowId", "columnId"] as const;

/** A place by the names of its row and creative. */
export function placeWords(place: Place, campaigns: readonly Named[]): string {
  const campaign = campaigns.find((c) => c.campaignId === place.campaignId);
  if (!campaign) return place.campaignId ? "another campaign" : "the plan";
  const row = campaign.rows.find((r) => r.id === place.rowId)?.name;
  const column = campaign.columns.find((c) => c.id === place.columnId)?.name;
  return [row, column].filter(Boolean).join(", ") || campaign.name;
}

export interface Thread {
  first: Comment;
  answers: Comment[];
}

/** Comments with what was answered, those that are not done first and the newest of each on top. */
export function threads(comments: readonly Comment[]): Thread[] {
  return comments
    .filter((c) => !c.answers)
    .map((first) => ({ first, answers: comments.filter((c) => c.answers === first.id) }))
    .sort(
      (a, b) => Number(!!a.first.doneAt) - Number(!!b.first.doneAt) || b.first.at.localeCompare(a.first.at),
    );
}

/** Of what is edited since it was sent, in a few words; nothing where all is as it was. */
export function editedWords(signOff: SignOff): string | undefined {
  const edited = signOff.campaigns.flatMap((c) => c.changes).filter((c) => c.edited.length > 0);
  if (edited.length === 0) return undefined;
  const is = edited.length === 1 ? "is" : "are";
  return signOff.line.state === "APPROVED"
    ? `${plural(edited.length, "change")} ${is} edited since, and no longer covered by it.`
    : `${plural(edited.length, "change")} ${is} edited since it was sent.`;
}

/** How many comments that are not done stand at each place of a campaign, by row and column. */
export function openAt(comments: readonly Comment[], campaignId: string): ReadonlyMap<string, number> {
  const open = new Map<string, number>();
  for (const c of comments) {
    if (c.campaignId !== campaignId || c.answers || c.doneAt) continue;
    const key = `${c.rowId ?? ""}/${c.columnId ?? ""}`;
    open.set(key, (open.get(key) ?? 0) + 1);
  }
  return open;
}

/** A line of the list: one change, or ads of a row of which the same is done and no more is to be said. */
export interface Line {
  key: string;
  changes: Change[];
}

const LEVELS = ["CAMPAIGN", "AD_GROUP", "AD"];

/** The changes as the sheet stands: the campaign, then each row with its ads; those of a row that are alike on one line. */
export function linesOf(campaign: Campaign): Line[] {
  const rows = new Map(campaign.rows.map((r, i) => [r.id, i]));
  const columns = new Map(campaign.columns.map((c, i) => [c.id, i]));
  const sorted = campaign.changes
    .map((change) => {
      const { rowId, columnId } = placeOf(campaign.campaignId, change.change.key);
      const at = [
        rowId ? (rows.get(rowId) ?? rows.size) : -1,
        LEVELS.indexOf(change.change.level),
        columnId ? (columns.get(columnId) ?? columns.size) : -1,
      ];
      return { change, rowId, at };
    })
    .sort((a, b) => a.at.map((v, i) => v - (b.at[i] ?? 0)).find((d) => d !== 0) ?? 0);
  const lines: Line[] = [];
  let last: { rowId: string | null | undefined; action: string } | undefined;
  for (const { change, rowId } of sorted) {
    const alike = plain(change) ? { rowId, action: change.change.action } : undefined;
    const line = lines.at(-1);
    if (line && alike && last && last.rowId === alike.rowId && last.action === alike.action) {
      line.changes.push(change);
    } else {
      lines.push({ key: change.change.key + change.change.action, changes: [change] });
    }
    last = alike;
  }
  return lines;
}

/** An ad of which nothing is to be said but what is done to it: what it shows stands below. */
const plain = (c: Change) =>
  c.change.level === "AD" &&
  c.change.action !== "CHANGE" &&
  !c.first &&
  c.since.length === 0 &&
  c.edited.length === 0;
