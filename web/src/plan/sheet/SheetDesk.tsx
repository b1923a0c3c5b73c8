import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Segmented, Select } from "antd";
import { useDeferredValue, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { at, CAMPAIGN, type Schemas, send } from "../../api/client";
import { planKey } from "../../api/plans";
import { useCreativesOf, useFileDrop } from "../../creative";
import { Columns } from "../../frame/Columns";
import { useOffer } from "../../frame/doables";
import { useChange } from "../../frame/useChange";
import { plural } from "../../look/format";
import { placeOf, wayTo } from "../../look/wayTo";
import { useStable } from "../../look/useStable";
import { titled } from "../../results";
import { SheetDialogs, type Open } from "../dialogs/SheetDialogs";
import type { Edits } from "../edits/useEdits";
import { useUndoKeys } from "../edits/useUndoKeys";
import {
  cellsOf,
  findingsAt,
  findingsToldAt,
  LENSES,
  mendOf,
  moneyLike,
  summary,
  switchBlock,
  switchedLike,
  touched,
  type Campaign,
  type Finding,
  type Lens,
} from "../model";
import { doablesOf } from "./doing";
import { isSingle, keysOf, type Pressed } from "./keys";
import { usePreferences } from "../../frame/usePreferences";
import { block, covered, single, type Editing, type Fill } from "./selection";
import { NextSteps } from "./NextSteps";
import { Sheet } from "./Sheet";
import { SheetFacts } from "./SheetFacts";
import { SheetFoot } from "./SheetFoot";
import { asText } from "./sheetText";
import { useSheetData } from "./useSheetData";
import { Changes } from "../../frame/Editable";
import { useReads } from "../../frame/reads";

/** Leaves a warning or hint for a reason; null tells it again. */
function silence(clientId: string, planId: string, finding: Schemas["Finding"], why: string | null) {
  const { campaignId, rowId, columnId } = finding.place;
  return send(
    "put",
    `${CAMPAIGN}/silenced`,
    at(
      { clientId, planId, campaignId },
      { rule: finding.rule, rowId: rowId ?? null, columnId: columnId ?? null, why },
    ),
  );
}

/** Fields that a finding names and that the delivery of a row holds. */
const DELIVERY_FIELDS = new Set(["goal", "charge", "bid", "placements", "hours", "pace", "switches"]);

/** What the sheet's own corner offers. */
const ADDS = ["rows", "columns"];

const CELL_WIDTH = 106;
const NAME_WIDTH = 232;

interface SheetDeskProps {
  clientId: string;
  planId: string;
  /** All campaigns of the plan. */
  campaigns: Campaign[];
  whole: Campaign;
  version: number;
  account: Schemas["AccountView"];
  accounts: Schemas["AccountView"][];
  objectives: Schemas["ObjectiveRule"][];
  edits: Edits;
  things: ReactNode;
  onChange: (field?: string) => void;
}

/** What whoever only reads can do on the sheet. */
/** Whoever comes from the sheet comes to launch. */
const GO = { go: true };

const OF_READERS = new Set(["filter", "history", "keys"]);

/** The sheet with its lenses, the facts of what is selected, and what can be done to it. */
export function SheetDesk(props: SheetDeskProps) {
  const { clientId, planId, whole, edits } = props;
  const navigate = useNavigate();
  const { message } = App.useApp();
  const carryOut = useChange();
  const reads = useReads();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const lens = (LENSES.find((l) => l.value === search.get("lens"))?.value ?? "structure") as Lens;
  const [selection, setSelection] = useState(() => startOf(whole, search.get("ad")));
  const [editing, setEditing] = useState<Editing>(null);
  const [open, setOpen] = useState<Open>();
  const [filter, setFilter] = useState<string>();
  const [metric, setMetric] = useState("cost_per_result");
  const [focusMoney, setFocusMoney] = useState(0);
  const [{ letters }] = usePreferences();
  const [focusSheet, setFocusSheet] = useState(0);

  const sheet = useSheetData(props, lens, metric, filter ?? "");
  const { audiences, creatives, names, numbers, audienceOf, creativeOf, campaign, shown } = sheet;
  const rowNames = useMemo(() => new Map(names.data?.rows.map((r) => [r.rowId, r.name])), [names.data]);
  const found = useMemo(() => findingsToldAt(whole.findings), [whole.findings]);
  const waiting = useMemo(() => touched(edits.waiting), [edits.waiting]);

  const picked = block(selection, campaign.rows.length, campaign.columns.length);
  const pickedRows = campaign.rows.slice(picked.top, picked.bottom + 1);
  const rowIds = pickedRows.map((r) => r.id);
  const focusRow = campaign.rows[Math.min(selection.focus.row, campaign.rows.length - 1)];
  const setLens = (value: Lens) => setSearch(value === "structure" ? {} : { lens: value }, { replace: true });

  /** Puts the focus on the input of this sheet that a finding speaks of. */
  const land = ({ rowId, columnId, field }: Schemas["Place"]) => {
    setFilter(undefined);
    if (rowId) {
      setSelection(startOf(whole, `${rowId}/${columnId ?? ""}`));
      if (field === "money") setFocusMoney((n) => n + 1);
      if (field === "label") setEditing({ rowId, what: "label" });
      if (field === "cells") setFocusSheet((n) => n + 1);
      if (DELIVERY_FIELDS.has(field)) setOpen({ what: "delivery", field });
    } else if (field === "rowMoney") {
      setSelection({ anchor: { row: 0, column: 0 }, focus: { row: whole.rows.length - 1, column: 0 } });
      setOpen({ what: "spread" });
    } else if (field === "account") setOpen({ what: "carry" });
    else if (field === "rows" || field === "columns") setOpen({ what: field });
    else props.onChange(field);
  };
  const jump = (place: Schemas["Place"]) => {
    const way = wayTo(clientId, planId, place);
    if (way.startsWith(`/c/${clientId}/plan/`)) land(place);
    else void navigate(way);
  };
  const landed = useRef(false);
  useEffect(() => {
    const place = placeOf(whole.id, search);
    if (place && !landed.current) land(place);
    landed.current = true;
  });
  const setMoney = (ids: string[], text: string) => {
    if (ids.length > 0) edits.make({ kind: "rowMoney", campaignId: campaign.id, rowIds: ids, money: text });
  };
  const copyText = () =>
    asText(
      campaign,
      picked,
      shown,
      (r) => audienceOf.get(r.audienceId)?.name ?? "",
      (k) => creativeOf.get(k.creativeId)?.name ?? "",
      lens === "structure",
    );

  const leave = (finding: Schemas["Finding"], why: string | null) => {
    void carryOut(silence(clientId, planId, finding, why), (view) =>
      queries.setQueryData(planKey(clientId, planId), view),
    );
  };

  const onFill = useStable((fill: Fill) => {
    const { what, from, to } = fill;
    if (from.row === to.row && (what === "money" || from.column === to.column)) return;
    const over = covered(fill, campaign.columns.length);
    edits.make(
      what === "money"
        ? moneyLike(campaign, from.row, over)
        : switchedLike(campaign, from.row, from.column, over),
    );
    setSelection({ anchor: from, focus: to });
  });

  const dropped = useCreativesOf(clientId);
  const drop = useFileDrop((files) => {
    const last = creativeOf.get(whole.columns.at(-1)?.creativeId ?? "");
    void dropped.make(files, last, (creativeIds) =>
      edits.make({ kind: "newColumns", campaignId: whole.id, creativeIds }),
    );
  });

  const mend = (finding: Finding) => edits.make(mendOf(whole, finding));
  const mendAll = (finding: Finding) => edits.make(mendOf(whole, finding, true));

  /** Takes back or makes again what was done on this sheet, and brings what that changes into sight. */
  const step = (which: "undo" | "redo") =>
    void edits.step(which, whole.id).then((now) => {
      const row = now ? firstChanged(whole, now) : -1;
      if (row < 0) return;
      setFilter(undefined);
      setSelection(single(row, selection.focus.column));
    });
  useUndoKeys(step);
  const launch = () => void navigate(`/c/${clientId}/launch/${planId}/${whole.id}`, { state: GO });
  const all = doablesOf({
    campaign,
    picked,
    focusRow,
    found: focusRow
      ? findingsAt(whole.findings, focusRow.id, campaign.columns[selection.focus.column]?.id)
      : [],
    edits,
    step,
    open: setOpen,
    edit: setEditing,
    filter: () => setFilter(filter ?? ""),
    launch,
  });
  const doables = reads ? all.filter((d) => OF_READERS.has(d.id)) : all;
  useOffer(doables);

  const onKey = (event: Pressed) => {
    // What is typed while a dialog opens was meant for the dialog.
    if (open || (!letters && isSingle(event))) return;
    const digit = LENSES[Number(event.key) - 1];
    const control = event.ctrlKey || event.metaKey;
    const asked = doables.find((d) => d.keys === keysOf(event));
    if (asked) {
      event.preventDefault();
      asked.run();
    } else if (!control && digit) setLens(digit.value);
  };

  const begun = whole.rows.length > 0 || whole.columns.length > 0;
  const words = summary(whole);
  const objective = props.objectives.find((o) => o.code === whole.objective)?.words ?? whole.objective;

  // A key is answered by the sheet at once; what is told beside and below it follows in the next picture.
  const facts = useDeferredValue(
    <SheetFacts
      {...{ clientId, planId, lens, whole, campaign, focusRow, focusMoney, jump, mend, mendAll, leave }}
      version={props.version}
      campaigns={props.campaigns}
      selected={pickedRows.length}
      column={selection.focus.column}
      audience={focusRow && audienceOf.get(focusRow.audienceId)}
      creativeOf={creativeOf}
      names={names.data}
      onMoney={(text) => setMoney(rowIds, text)}
      onLock={() => doables.find((d) => d.id === "lock")?.run()}
      onShared={() => props.onChange("money")}
      onOpen={(what) => setOpen({ what })}
    />,
  );
  const foot = useDeferredValue(
    <SheetFoot
      {...{ doables, filter, setFilter, edits }}
      undo={reads ? null : whole.undo}
      onUndo={() => step("undo")}
      shown={campaign.rows.length}
      rows={whole.rows.length}
      onKeys={() => setOpen({ what: "keys" })}
    />,
  );

  return (
    <Columns
      looking
      bare
      things={props.things}
      title={
        <span className="named">
          <span title={whole.name}>{whole.name}</span>
          <Changes>
            <button
              className="link"
              style={{ fontSize: 12, fontWeight: 400 }}
              onClick={() => props.onChange()}
            >
              change
            </button>
          </Changes>
        </span>
      }
      note={
        <>
          {lens === "names" ? (
            <span className="mono">{whole.fullName}</span>
          ) : (
            <>
              {objective} on {props.account.networkName} · <b>{words.shape}</b> · <b>{words.daily}</b> ·{" "}
              <b>{words.flight}</b> in {plural(whole.days, "day")}
            </>
          )}
        </>
      }
      looks={
        <>
          {lens === "results" && (
            <Select
              aria-label="Number shown"
              value={metric}
              options={numbers.data?.metrics.map((m) => ({ value: m.code, label: titled(m.words) })) ?? []}
              onChange={setMetric}
              style={{ width: 158 }}
            />
          )}
          <Segmented<Lens> aria-label="Lens" options={[...LENSES]} value={lens} onChange={setLens} />
        </>
      }
      actions={
        <Button type="primary" onClick={launch}>
          Launch…
        </Button>
      }
      facts={facts}
      foot={foot}
    >
      <div className={drop.over ? "sheet-room takes" : "sheet-room"} {...(reads ? {} : drop.target)}>
        {dropped.progress}
        {(whole.rows.length === 0 || whole.columns.length === 0) && (
          <EmptySheet campaign={whole} onOpen={(what) => setOpen({ what })} />
        )}
        {begun && (
          <Sheet
            {...{ clientId, campaign, shown, found, selection, waiting, editing, onKey, copyText }}
            focusNow={focusSheet}
            rowNames={lens === "names" ? rowNames : undefined}
            columnWidth={lens === "names" ? NAME_WIDTH : CELL_WIDTH}
            creatives={creativeOf}
            onSelect={setSelection}
            onSwitch={(row, column) => {
              const switched = switchBlock(campaign, { top: row, bottom: row, left: column, right: column });
              if (switched && !reads) edits.make(switched);
            }}
            onFill={reads ? undefined : onFill}
            adds={ADDS.flatMap((id) => doables.find((d) => d.id === id) ?? [])}
            onEditing={reads ? () => undefined : setEditing}
            onCopied={() =>
              void message.info(`${plural(rowIds.length, "row")} copied; paste them into a spreadsheet.`)
            }
            onPaste={(text) => !reads && setOpen({ what: "paste", text })}
            onShared={() => !reads && props.onChange("money")}
            onMoney={(text) => {
              const rowId = editing?.rowId ?? "";
              setMoney(rowIds.includes(rowId) ? rowIds : [rowId], text);
            }}
            onLabel={(rowId, label) => edits.make({ kind: "rowName", campaignId: campaign.id, rowId, label })}
          />
        )}
        {begun && lens === "structure" && !reads && filter === undefined && (
          <NextSteps {...{ doables }} campaign={whole} onChecks={() => setLens("checks")} onLaunch={launch} />
        )}
      </div>
      {open && (
        <SheetDialogs
          {...{ open, clientId, planId, campaign, pickedRows, focusRow }}
          version={props.version}
          others={props.campaigns.filter((c) => c.id !== whole.id && c.accountId === whole.accountId)}
          networkName={props.account.networkName}
          accounts={props.accounts}
          audiences={audiences.data ?? []}
          creatives={(creatives.data ?? []).map((c) => c.creative)}
          pickedCells={cellsOf(campaign, picked)}
          onEdit={edits.make}
          onLaunch={launch}
          onClose={() => {
            setOpen(undefined);
            setFocusSheet((n) => n + 1);
          }}
        />
      )}
    </Columns>
  );
}

/** The first row that is not as it was; -1 where none is. */
function firstChanged(was: Campaign, is: Campaign): number {
  const known = new Map(was.rows.map((r) => [r.id, JSON.stringify(r)]));
  return is.rows.findIndex((r) => known.get(r.id) !== JSON.stringify(r));
}

/** The first cell, or the ad that the address names as row and column. */
function startOf(campaign: Campaign, ad: string | null) {
  const [rowId, columnId] = (ad ?? "").split("/");
  const row = campaign.rows.findIndex((r) => r.id === rowId);
  const column = campaign.columns.findIndex((c) => c.id === columnId);
  return single(Math.max(0, row), Math.max(0, column));
}

/** What a sheet lacks before it can hold ads. */
function EmptySheet({
  campaign,
  onOpen,
}: {
  campaign: Campaign;
  onOpen: (what: "rows" | "columns") => void;
}) {
  const noRows = campaign.rows.length === 0;
  return (
    <div className="empty">
      <h2>{noRows ? "Whom does this campaign talk to?" : "What do they see?"}</h2>
      <p>
        Audiences are rows, creatives are columns, and every crossing is an ad.{" "}
        {plural(campaign.rows.length, "row")} and {plural(campaign.columns.length, "column")} so far. Pictures
        and videos that are dropped here become creatives.
      </p>
      <Changes>
        <Button type="primary" onClick={() => onOpen(noRows ? "rows" : "columns")}>
          {noRows ? "Add audiences as rows" : "Add creatives as columns"}
        </Button>
      </Changes>
    </div>
  );
}
