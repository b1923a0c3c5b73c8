import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Dropdown, Input, Segmented, Select } from "antd";
import { useMemo, useState, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Schemas } from "../api/client";
import { Columns } from "../frame/Columns";
import { useOffer } from "../frame/doables";
import { Findings, blockers } from "../look/Findings";
import { plural } from "../look/format";
import { titled } from "../results";
import { lens as lensOf } from "./lenses";
import { doablesOf, keysOf, type Pressed } from "./doing";
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
} from "./model";
import { namesQuery, silence } from "./queries";
import { MoneyFacts } from "./MoneyFacts";
import { RowFacts } from "./RowFacts";
import { block, single } from "./selection";
import { Sheet, type Editing } from "./Sheet";
import { Silenced } from "./Silenced";
import { SheetDialogs, type Open } from "./SheetDialogs";
import { asText, filtered } from "./sheetText";
import type { Edits } from "./useEdits";
import { useUndoKeys } from "./useUndoKeys";
import { useChange } from "../frame/useChange";
import { audiencesQuery } from "../api/audiences";
import { creativesQuery } from "../api/creatives";
import { offerOfResults, resultsQuery } from "../api/results";
import { planKey } from "../api/plans";

/** Fields that a finding names and that the delivery of a row holds. */
const DELIVERY_FIELDS = new Set(["goal", "charge", "bid", "placements", "hours", "pace", "switches"]);

const CELL_WIDTH = 106;
const NAME_WIDTH = 232;

/** The sheet with its lenses, the facts of what is selected, and what can be done to it. */
export function SheetDesk(props: {
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
}) {
  const { clientId, planId, whole, edits } = props;
  useUndoKeys(edits);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const carryOut = useChange();
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

  const audiences = useQuery(audiencesQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const names = useQuery(namesQuery(clientId, planId, whole.id, props.version));
  const results = useQuery({
    ...resultsQuery(clientId, planId, whole.id, metric),
    enabled: lens === "results",
    refetchInterval: 10_000,
  });
  const numbers = useQuery({ ...offerOfResults(clientId), enabled: lens === "results" });
  const audienceOf = useMemo(() => new Map(audiences.data?.map((a) => [a.id, a])), [audiences.data]);
  const creativeOf = useMemo(
    () => new Map(creatives.data?.map((c) => [c.creative.id, c.creative])),
    [creatives.data],
  );
  /** The sheet with the rows that the filter leaves. */
  const campaign = useMemo(
    () => filtered(whole, filter ?? "", (r) => audienceOf.get(r.audienceId)?.name ?? ""),
    [whole, filter, audienceOf],
  );
  const shown = useMemo(
    () => lensOf(lens, campaign, { names: names.data, results: results.data }),
    [lens, campaign, names.data, results.data],
  );
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

  const doables = doablesOf({
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
  useOffer(doables);
  const does = (id: string) => doables.find((d) => d.id === id);

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
  const empty = whole.rows.length === 0 || whole.columns.length === 0;
  const blocked = blockers(whole.findings);
  const button = (id: string, text: string) => {
    const doable = does(id);
    return (
      <Button disabled={!doable} onClick={() => doable?.run()}>
        {text} {doable?.keys && <kbd>{doable.keys}</kbd>}
      </Button>
    );
  };
  const menu = (text: string, ids: string[]) => (
    <Dropdown
      trigger={["click"]}
      menu={{
        items: ids.flatMap((id) => {
          const doable = does(id);
          return doable
            ? [
                {
                  key: id,
                  label: doable.words,
                  extra: doable.keys && <kbd>{doable.keys}</kbd>,
                  onClick: doable.run,
                },
              ]
            : [];
        }),
      }}
    >
      <Button>{text}</Button>
    </Dropdown>
  );

  return (
    <Columns
      bare
      things={props.things}
      title={
        <>
          {whole.name}{" "}
          <button className="link" style={{ fontSize: 12, fontWeight: 400 }} onClick={() => props.onChange()}>
            change
          </button>
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
      actions={
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
          <Button type="primary" onClick={() => void navigate(`/c/${clientId}/launch/${planId}/${whole.id}`)}>
            Launch…
          </Button>
        </>
      }
      facts={
        lens === "checks" ? (
          <>
            <h2>Checks</h2>
            <p className="note">
              {whole.findings.length === 0
                ? "Every rule looked; nothing was found."
                : `${plural(whole.findings.length, "finding")}, ${plural(blocked, "blocker")}. Each leads to the field that mends it.`}
            </p>
            <Findings findings={whole.findings} onJump={jump} onMend={mend} onSilence={leave} />
            <Silenced silenced={whole.silenced} onTell={(finding) => leave(finding, null)} />
          </>
        ) : lens === "money" ? (
          <MoneyFacts
            {...{ clientId, planId }}
            version={props.version}
            campaigns={props.campaigns}
            current={whole}
            row={focusRow}
            selected={pickedRows.length}
            onSpread={() => setOpen({ what: "spread" })}
          />
        ) : focusRow ? (
          <RowFacts
            {...{ clientId, planId, campaign, focusMoney }}
            version={props.version}
            spot={{ ...selection.focus, row: campaign.rows.indexOf(focusRow) }}
            audience={audienceOf.get(focusRow.audienceId)}
            creative={creativeOf.get(campaign.columns[selection.focus.column]?.creativeId ?? "")}
            names={names.data}
            onMoney={(text) => setMoney(rowIds, text)}
            onLock={() => does("lock")?.run()}
            onShared={() => props.onChange("money")}
            onMend={mend}
            onDelivery={() => setOpen({ what: "delivery" })}
            onJump={jump}
          />
        ) : (
          <Findings findings={whole.findings} onJump={jump} onMend={mend} />
        )
      }
      foot={
        <>
          {menu("Add…", ["rows", "columns"])}
          {button("split", "Split row by…")}
          {button("delivery", "Bid, hours…")}
          {button("duplicate", "Duplicate")}
          {menu("More…", [
            "test",
            "per-creative",
            "spread",
            "lock",
            "mend",
            "copy",
            "replace",
            "exclude",
            "remove-rows",
            "remove-columns",
            "carry",
            "filter",
            "history",
            "redo",
          ])}
          {filter !== undefined && (
            <Input
              autoFocus
              allowClear
              aria-label="Filter the rows"
              placeholder="Label, audience or split"
              style={{ width: 190 }}
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
              onBlur={() => filter === "" && setFilter(undefined)}
              onKeyDown={(e) => e.key === "Escape" && setFilter(undefined)}
            />
          )}
          <span className="hint">
            {filter ? `${campaign.rows.length} of ${plural(whole.rows.length, "row")} · ` : ""}
            {props.undo && (
              <button className="link" title={`${props.undo} · Ctrl Z`} onClick={edits.undo}>
                Undo “{props.undo}”
              </button>
            )}{" "}
            <button className="link" onClick={() => setOpen({ what: "keys" })}>
              keys
            </button>
          </span>
        </>
      }
    >
      {empty && (
        <div className="empty">
          <h2>{whole.rows.length === 0 ? "Whom does this campaign talk to?" : "What do they see?"}</h2>
          <p>
            Audiences are rows, creatives are columns, and every crossing is an ad.{" "}
            {plural(whole.rows.length, "row")} and {plural(whole.columns.length, "column")} so far.
          </p>
          <Button
            type="primary"
            onClick={() => setOpen({ what: whole.rows.length === 0 ? "rows" : "columns" })}
            style={{ marginRight: 8 }}
          >
            {whole.rows.length === 0 ? "Add audiences as rows" : "Add creatives as columns"}
          </Button>
        </div>
      )}
      {!(whole.rows.length === 0 && whole.columns.length === 0) && (
        <Sheet
          {...{ clientId, campaign, shown, selection, waiting, editing, onKey, copyText }}
          rowNames={lens === "names" ? rowNames : undefined}
          columnWidth={lens === "names" ? NAME_WIDTH : CELL_WIDTH}
          creatives={creativeOf}
          onSelect={setSelection}
          onEditing={setEditing}
          onCopied={() =>
            void message.info(`${plural(rowIds.length, "row")} copied; paste them into a spreadsheet.`)
          }
          onPaste={(text) => setOpen({ what: "paste", text })}
          onShared={() => props.onChange("money")}
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
