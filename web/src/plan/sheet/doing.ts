import type { Doable } from "../../frame/doables";
import { plural } from "../../look/format";
import type { Open } from "../dialogs/SheetDialogs";
import type { Edits } from "../edits/useEdits";
import { mendOf, moneyLike, switchBlock, type Campaign, type Finding } from "../model";
import type { Block, Editing } from "./selection";

/** Everything that can be done on the sheet with what is selected, for keys, buttons and Ctrl K alike. */
export function doablesOf(on: {
  campaign: Campaign;
  picked: Block;
  focusRow: Campaign["rows"][number] | undefined;
  /** Findings at the selected cell. */
  found: Finding[];
  edits: Edits;
  step: (which: "undo" | "redo") => void;
  open: (open: Open) => void;
  edit: (editing: Editing) => void;
  filter: () => void;
  launch: () => void;
}): Doable[] {
  const { campaign, picked, focusRow, edits, step, open, edit, filter, launch } = on;
  const { undo, redo } = campaign;
  const rowIds = campaign.rows.slice(picked.top, picked.bottom + 1).map((r) => r.id);
  return [
    { id: "rows", words: "Add audiences as rows…", keys: "A", run: () => open({ what: "rows" }) },
    { id: "columns", words: "Add creatives as columns…", keys: "C", run: () => open({ what: "columns" }) },
    ...(focusRow
      ? [
          { id: "split", words: "Split row by…", keys: "S", run: () => open({ what: "split" }) },
          {
            id: "duplicate",
            words: `Duplicate ${plural(rowIds.length, "row")}`,
            keys: "D",
            run: () => edits.make({ kind: "rowCopy", campaignId: campaign.id, rowIds, times: 1 }),
          },
          { id: "copy", words: "Copy rows…", keys: "Shift D", run: () => open({ what: "copy" }) },
          {
            id: "money",
            words: "Set the money of the selected rows",
            keys: "Enter",
            run: () => edit({ rowId: focusRow.id, what: "money" }),
          },
          ...(rowIds.length > 1 && campaign.sharedMinor == null
            ? [
                {
                  id: "fill",
                  words: "Give the selected rows the money of the first",
                  keys: "=",
                  run: () => edits.make(moneyLike(campaign, picked.top, picked)),
                },
              ]
            : []),
          {
            id: "spread",
            words: "Spread a sum over the selected rows…",
            keys: "M",
            run: () => open({ what: "spread" }),
          },
          {
            id: "test",
            words: "Set up a split test…",
            keys: "T",
            run: () => open({ what: "test" }),
          },
          ...(focusRow.cells.filter((c) => c != null).length > 1
            ? [
                {
                  id: "per-creative",
                  words: "Put each creative in a row of its own",
                  run: () =>
                    edits.make({ kind: "rowPerCreative", campaignId: campaign.id, rowId: focusRow.id }),
                },
              ]
            : []),
          {
            id: "lock",
            words: `${focusRow.locked ? "Unlock" : "Lock"} the money of ${plural(rowIds.length, "row")}`,
            keys: "L",
            run: () =>
              edits.make({ kind: "rowLock", campaignId: campaign.id, rowIds, locked: !focusRow.locked }),
          },
          {
            id: "delivery",
            words: "Goal, bid, placements, hours…",
            keys: "B",
            run: () => open({ what: "delivery" }),
          },
          {
            id: "rename",
            words: "Rename the row",
            keys: "F2",
            run: () => edit({ rowId: focusRow.id, what: "label" }),
          },
          {
            id: "replace",
            words: "Find and replace in labels…",
            keys: "R",
            run: () => open({ what: "replace" }),
          },
          {
            id: "switch",
            words: "Switch the selected ads",
            keys: "Space",
            run: () => {
              const switched = switchBlock(campaign, picked);
              if (switched) edits.make(switched);
            },
          },
          {
            id: "exclude",
            words: "Exclude the selected ads…",
            keys: "X",
            run: () => open({ what: "exclude" }),
          },
          {
            id: "remove-rows",
            words: `Remove ${plural(rowIds.length, "row")}`,
            run: () => edits.make({ kind: "rowRemoval", campaignId: campaign.id, rowIds }),
          },
        ]
      : []),
    ...(campaign.columns.length > 0
      ? [
          {
            id: "remove-columns",
            words: `Remove ${plural(picked.right - picked.left + 1, "creative")}`,
            run: () =>
              edits.make({
                kind: "columnRemoval",
                campaignId: campaign.id,
                columnIds: campaign.columns.slice(picked.left, picked.right + 1).map((c) => c.id),
              }),
          },
        ]
      : []),
    ...mends(campaign, on.found, edits),
    {
      id: "carry",
      words: "Copy the campaign to another account…",
      run: () => open({ what: "carry" }),
    },
    { id: "launch", words: "Go to its launch", keys: "Ctrl Enter", run: launch },
    { id: "filter", words: "Filter the rows", keys: "/", run: () => filter() },
    { id: "history", words: "What was changed…", keys: "H", run: () => open({ what: "history" }) },
    ...(undo ? [{ id: "undo", words: `Undo “${undo}”`, keys: "Ctrl Z", run: () => step("undo") }] : []),
    ...(redo ? [{ id: "redo", words: `Redo “${redo}”`, keys: "Ctrl Shift Z", run: () => step("redo") }] : []),
    { id: "keys", words: "Keys on the sheet", keys: "?", run: () => open({ what: "keys" }) },
  ];
}

/** The mend of the first finding at hand that has one. */
function mends(campaign: Campaign, found: Finding[], edits: Edits): Doable[] {
  const finding = found.find((f) => f.mendable);
  return finding
    ? [
        {
          id: "mend",
          words: `Mend: ${finding.mend}`,
          keys: "F",
          run: () => edits.make(mendOf(campaign, finding)),
        },
      ]
    : [];
}
