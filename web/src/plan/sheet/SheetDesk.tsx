import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Segmented, Select } from "antd";
import { useMemo, useState, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { at, CAMPAIGN, type Schemas, send } from "../../api/client";
import { planKey } from "../../api/plans";
import { Columns } from "../../frame/Columns";
import { useOffer } from "../../frame/doables";
import { useChange } from "../../frame/useChange";
import { plural } from "../../look/format";
import { titled } from "../../results";
import { SheetDialogs, type Open } from "../dialogs/SheetDialogs";
import type { Edits } from "../edits/useEdits";
import { useUndoKeys } from "../edits/useUndoKeys";
import {
  cellsOf,
  findingsAt,
  LENSES,
  mendOf,
  summary,
  touched,
  type Campaign,
  type Finding,
  type Lens,
} from "../model";
import { doablesOf } from "./doing";
import { keysOf, type Pressed } from "./keys";
import { block, single, type Editing } from "./selection";
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

const CELL_WIDTH = 106;
const NAME_WIDTH = 232;

interface SheetDeskProps {
  clientId: string;
  planId: string;
  /** All campaigns of the plan. */
  campaigns: Campaign[];
  whole: Campaign;
  version: number;
  undo: string | null | undefined;
  redo: string | null | undefined;
  account: Schemas["AccountView"];
  accounts: Schemas["AccountView"][];
  objectives: Schemas["ObjectiveRule"][];
  edits: Edits;
  things: ReactNode;
  onChange: (field?: string) => void;
}

/** What whoever only reads can do on the sheet. */
const OF_READERS = new Set(["filter", "history", "keys"]);

/** The sheet with its lenses, the facts of what is selected, and what can be done to it. */
export function SheetDesk(props: SheetDeskProps) {
  const { clientId, planId, whole, edits } = props;
  useUndoKeys(edits);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const carryOut = useChange();
  const reads = useReads();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const lens = (LENSES.find((l) => l.value === search.get("lens"))?.value ?? "structure") as Lens;
  const [selection, setSelection] = useState(() => startOf(whole, search.get("ad")));
  const [editing, setEditing] = useState<Editing>(() => editingOf(search));
  const [open, setOpen] = useState<Open | undefined>(() =>
    DELIVERY_FIELDS.has(search.get("field") ?? "") ? { what: "delivery" } : undefined,
  );
  const [filter, setFilter] = useState<string>();
  const [metric, setMetric] = useState("cost_per_result");
  const [focusMoney, setFocusMoney] = useState(search.get("field") === "money" ? 1 : 0);

  const sheet = useSheetData(props, lens, metric, filter ?? "");
  const { audiences, creatives, names, numbers, audienceOf, creativeOf, campaign, shown } = sheet;
  const rowNames = useMemo(() => new Map(names.data?.rows.map((r) => [r.rowId, r.name])), [names.data]);
  const waiting = useMemo(() => touched(edits.waiting), [edits.waiting]);

  const picked = block(selection, campaign.rows.length, campaign.columns.length);
  const pickedRows = campaign.rows.slice(picked.top, picked.bottom + 1);
  const rowIds = pickedRows.map((r) => r.id);
  const focusRow = campaign.rows[Math.min(selection.focus.row, campaign.rows.length - 1)];
  const setLens = (value: Lens) => setSearch(value === "structure" ? {} : { lens: value }, { replace: true });

  const jump = (place: Schemas["Place"]) => {
    if (place.creativeId) void navigate(`/c/${clientId}/creative/${place.creativeId}?field=${place.field}`);
    else if (place.audienceId)
      void navigate(`/c/${clientId}/audiences/${place.audienceId}?field=${place.field}`);
    else if (place.rowId) {
      setFilter(undefined);
      setSelection(
        single(
          whole.rows.findIndex((r) => r.id === place.rowId),
          0,
        ),
      );
      if (place.field === "money") setFocusMoney((n) => n + 1);
      if (DELIVERY_FIELDS.has(place.field)) setOpen({ what: "delivery" });
      if (place.field === "label") setEditing({ rowId: place.rowId, what: "label" });
    } else if (place.field === "rows" || place.field === "columns") setOpen({ what: place.field });
    else props.onChange(place.field);
  };
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

  const mend = (finding: Finding) => edits.make(mendOf(whole, finding));
  const mendAll = (finding: Finding) => edits.make(mendOf(whole, finding, true));

  const all = doablesOf({
    campaign,
    picked,
    focusRow,
    found: focusRow
      ? findingsAt(whole.findings, focusRow.id, campaign.columns[selection.focus.column]?.id)
      : [],
    edits,
    undo: props.undo,
    redo: props.redo,
    open: setOpen,
    edit: setEditing,
    filter: () => setFilter(filter ?? ""),
  });
  const doables = reads ? all.filter((d) => OF_READERS.has(d.id)) : all;
  useOffer(doables);

  const onKey = (event: Pressed) => {
    const digit = LENSES[Number(event.key) - 1];
    const control = event.ctrlKey || event.metaKey;
    const asked = doables.find((d) => d.keys === keysOf(event));
    if (asked) {
      event.preventDefault();
      asked.run();
    } else if (!control && digit) setLens(digit.value);
  };

  const words = summary(whole);
  const objective = props.objectives.find((o) => o.code === whole.objective)?.words ?? whole.objective;

  return (
    <Columns
      looking
      bare
      things={props.things}
      title={
        <>
          {whole.name}{" "}
          <Changes>
            <button
              className="link"
              style={{ fontSize: 12, fontWeight: 400 }}
              onClick={() => props.onChange()}
            >
              change
            </button>
          </Changes>
        </>
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
              showSearch={{ optionFilterProp: "label" }}
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
        <Button type="primary" onClick={() => void navigate(`/c/${clientId}/launch/${planId}/${whole.id}`)}>
          Launch…
        </Button>
      }
      facts={
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
        />
      }
      foot={
        <SheetFoot
          {...{ doables, filter, setFilter, edits }}
          undo={reads ? null : props.undo}
          shown={campaign.rows.length}
          rows={whole.rows.length}
          onKeys={() => setOpen({ what: "keys" })}
        />
      }
    >
      {(whole.rows.length === 0 || whole.columns.length === 0) && (
        <EmptySheet campaign={whole} onOpen={(what) => setOpen({ what })} />
      )}
      {!(whole.rows.length === 0 && whole.columns.length === 0) && (
        <Sheet
          {...{ clientId, campaign, shown, selection, waiting, editing, onKey, copyText }}
          rowNames={lens === "names" ? rowNames : undefined}
          columnWidth={lens === "names" ? NAME_WIDTH : CELL_WIDTH}
          creatives={creativeOf}
          onSelect={setSelection}
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
          onClose={() => setOpen(undefined)}
        />
      )}
    </Columns>
  );
}

/** A finding elsewhere may lead to the name of a row here. */
function editingOf(search: URLSearchParams): Editing {
  const rowId = search.get("ad")?.split("/")[0];
  return rowId && search.get("field") === "label" ? { rowId, what: "label" } : null;
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
        {plural(campaign.rows.length, "row")} and {plural(campaign.columns.length, "column")} so far.
      </p>
      <Changes>
        <Button type="primary" onClick={() => onOpen(noRows ? "rows" : "columns")}>
          {noRows ? "Add audiences as rows" : "Add creatives as columns"}
        </Button>
      </Changes>
    </div>
  );
}
