import { useQuery } from "@tanstack/react-query";
import { Button, Dropdown, Modal, Segmented, Select } from "antd";
import { useMemo, useState, type KeyboardEvent, type ReactNode } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Schemas } from "../api/client";
import { audiencesQuery } from "../audiences/queries";
import { creativesQuery } from "../creative/queries";
import { Columns } from "../frame/Columns";
import { Findings, blockers } from "../look/Findings";
import { people, plural } from "../look/format";
import { METRICS, type Metric } from "../results/model";
import { resultsQuery } from "../results/queries";
import { AddDialog } from "./AddDialog";
import { Keys } from "./Keys";
import { lens as lensOf } from "./lenses";
import { LENSES, summary, switchBlock, touched, type Campaign, type Lens } from "./model";
import { namesQuery } from "./queries";
import { RowFacts } from "./RowFacts";
import { block, single } from "./selection";
import { Sheet, type Editing } from "./Sheet";
import { SplitDialog } from "./SplitDialog";
import type { Edits } from "./useEdits";
import { useUndoKeys } from "./useUndoKeys";

const CELL_WIDTH = 106;
const NAME_WIDTH = 232;

/** The sheet with its lenses, the facts of what is selected, and what can be done to it. */
export function SheetDesk(props: {
  clientId: string;
  planId: string;
  campaign: Campaign;
  version: number;
  undo: string | null | undefined;
  redo: string | null | undefined;
  account: Schemas["AccountView"];
  objectives: Schemas["ObjectiveRule"][];
  edits: Edits;
  things: ReactNode;
  onChange: (field?: string) => void;
}) {
  const { clientId, planId, campaign, edits } = props;
  useUndoKeys(edits);
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const lens = (LENSES.find((l) => l.value === search.get("lens"))?.value ?? "structure") as Lens;
  const [selection, setSelection] = useState(() => startOf(campaign, search.get("ad")));
  const [editing, setEditing] = useState<Editing>(() => editingOf(search));
  const [adding, setAdding] = useState<"rows" | "columns">();
  const [metric, setMetric] = useState<Metric>("COST_PER_CONVERSION");
  const [splitting, setSplitting] = useState(false);
  const [keysShown, setKeysShown] = useState(false);
  const [focusMoney, setFocusMoney] = useState(search.get("field") === "money" ? 1 : 0);

  const audiences = useQuery(audiencesQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const names = useQuery(namesQuery(clientId, planId, campaign.id, props.version));
  const results = useQuery({
    ...resultsQuery(clientId, planId, campaign.id),
    enabled: lens === "results",
    refetchInterval: 10_000,
  });
  const audienceOf = useMemo(() => new Map(audiences.data?.map((a) => [a.id, a])), [audiences.data]);
  const creativeOf = useMemo(
    () => new Map(creatives.data?.map((c) => [c.creative.id, c.creative])),
    [creatives.data],
  );
  const shown = useMemo(
    () => lensOf(lens, campaign, { names: names.data, results: results.data, metric }),
    [lens, campaign, names.data, results.data, metric],
  );
  const rowNames = useMemo(() => new Map(names.data?.rows.map((r) => [r.rowId, r.name])), [names.data]);
  const waiting = useMemo(() => touched(edits.waiting), [edits.waiting]);

  const picked = block(selection, campaign.rows.length, campaign.columns.length);
  const pickedRows = campaign.rows.slice(picked.top, picked.bottom + 1);
  const focusRow = campaign.rows[selection.focus.row];
  const setLens = (value: Lens) => setSearch(value === "structure" ? {} : { lens: value }, { replace: true });

  const setMoney = (text: string) => {
    const rowIds = pickedRows.map((r) => r.id);
    if (rowIds.length > 0) edits.make({ kind: "rowMoney", campaignId: campaign.id, rowIds, money: text });
  };
  const duplicate = () => {
    if (focusRow)
      edits.make({ kind: "rowCopy", campaignId: campaign.id, rowIds: pickedRows.map((r) => r.id), times: 1 });
  };
  const toggle = () => {
    const edit = switchBlock(campaign, picked);
    if (edit) edits.make(edit);
  };
  const removeRows = () => {
    const rowIds = pickedRows.map((r) => r.id);
    if (rowIds.length > 0) edits.make({ kind: "rowRemoval", campaignId: campaign.id, rowIds });
  };
  const removeColumns = () => {
    const columnIds = campaign.columns.slice(picked.left, picked.right + 1).map((c) => c.id);
    if (columnIds.length > 0) edits.make({ kind: "columnRemoval", campaignId: campaign.id, columnIds });
  };

  const jump = (place: Schemas["Place"]) => {
    if (place.creativeId) void navigate(`/c/${clientId}/creative/${place.creativeId}?field=${place.field}`);
    else if (place.audienceId)
      void navigate(`/c/${clientId}/audiences/${place.audienceId}?field=${place.field}`);
    else if (place.rowId) {
      const row = campaign.rows.findIndex((r) => r.id === place.rowId);
      setSelection(single(row, 0));
      if (place.field === "money") setFocusMoney((n) => n + 1);
      if (place.field === "label") setEditing({ rowId: place.rowId, what: "label" });
    } else if (place.field === "rows") setAdding("rows");
    else if (place.field === "columns") setAdding("columns");
    else props.onChange(place.field);
  };

  const onKey = (event: KeyboardEvent) => {
    const digit = LENSES[Number(event.key) - 1];
    const control = event.ctrlKey || event.metaKey;
    const done = () => event.preventDefault();
    if (control && event.key.toLowerCase() === "z") {
      done();
      if (event.shiftKey) edits.redo();
      else edits.undo();
    } else if (control) return;
    else if (event.key === " ") {
      done();
      toggle();
    } else if (event.key === "Enter" && focusRow) {
      done();
      setEditing({ rowId: focusRow.id, what: "money" });
    } else if (event.key === "F2" && focusRow) {
      done();
      setEditing({ rowId: focusRow.id, what: "label" });
    } else if (event.key.toLowerCase() === "d") duplicate();
    else if (event.key.toLowerCase() === "s") setSplitting(!!focusRow);
    else if (event.key === "?") setKeysShown(true);
    else if (digit) setLens(digit.value);
  };

  const words = summary(campaign);
  const objective = props.objectives.find((o) => o.code === campaign.objective)?.words ?? campaign.objective;
  const empty = campaign.rows.length === 0 || campaign.columns.length === 0;
  const blocked = blockers(campaign.findings);

  return (
    <Columns
      bare
      things={props.things}
      title={
        <>
          {campaign.name}{" "}
          <button className="link" style={{ fontSize: 12, fontWeight: 400 }} onClick={() => props.onChange()}>
            change
          </button>
        </>
      }
      note={
        <>
          {lens === "names" && (
            <>
              <span className="mono">{campaign.fullName}</span> ·{" "}
            </>
          )}
          {objective} on {props.account.networkName} · <b>{words.shape}</b> · <b>{words.daily}</b> ·{" "}
          <b>{words.flight}</b> in {plural(campaign.days, "day")}
        </>
      }
      actions={
        <>
          {lens === "results" && (
            <Select<Metric>
              aria-label="Number shown"
              value={metric}
              options={METRICS.map((m) => ({ value: m.code, label: m.words }))}
              onChange={setMetric}
              style={{ width: 158 }}
            />
          )}
          <Segmented<Lens> aria-label="Lens" options={[...LENSES]} value={lens} onChange={setLens} />
          <Button
            type="primary"
            onClick={() => void navigate(`/c/${clientId}/launch/${planId}/${campaign.id}`)}
          >
            Launch…
          </Button>
        </>
      }
      facts={
        lens === "checks" ? (
          <>
            <h2>Checks</h2>
            <p className="note">
              {campaign.findings.length === 0
                ? "Every rule looked; nothing was found."
                : `${plural(campaign.findings.length, "finding")}, ${plural(blocked, "blocker")}. Each leads to the field that mends it.`}
            </p>
            <Findings findings={campaign.findings} onJump={jump} />
          </>
        ) : focusRow ? (
          <RowFacts
            {...{ clientId, campaign, focusMoney }}
            spot={selection.focus}
            audience={audienceOf.get(focusRow.audienceId)}
            creative={creativeOf.get(campaign.columns[selection.focus.column]?.creativeId ?? "")}
            names={names.data}
            onMoney={setMoney}
            onJump={jump}
          />
        ) : (
          <Findings findings={campaign.findings} onJump={jump} />
        )
      }
      foot={
        <>
          <Button onClick={() => setAdding("rows")}>Add rows…</Button>
          <Button onClick={() => setAdding("columns")}>Add creatives…</Button>
          <Button disabled={!focusRow} onClick={() => setSplitting(true)}>
            Split row by… <kbd>S</kbd>
          </Button>
          <Button onClick={duplicate}>
            Duplicate <kbd>D</kbd>
          </Button>
          <Dropdown
            trigger={["click"]}
            menu={{
              items: [
                { key: "rows", label: plural(pickedRows.length, "row"), onClick: removeRows },
                {
                  key: "columns",
                  label: plural(picked.right - picked.left + 1, "creative"),
                  onClick: removeColumns,
                },
              ],
            }}
          >
            <Button>Remove…</Button>
          </Dropdown>
          {props.redo && (
            <Button type="text" onClick={edits.redo}>
              Redo “{props.redo}”
            </Button>
          )}
          <span className="hint">
            {props.undo && (
              <>
                <button className="link" onClick={edits.undo}>
                  Undo “{props.undo}”
                </button>{" "}
                <kbd>Ctrl Z</kbd> ·{" "}
              </>
            )}
            <kbd>Space</kbd> switch ·{" "}
            <button className="link" onClick={() => setKeysShown(true)}>
              keys
            </button>
          </span>
        </>
      }
    >
      {empty && (
        <div className="empty">
          <h2>{campaign.rows.length === 0 ? "Whom does this campaign talk to?" : "What do they see?"}</h2>
          <p>
            Audiences are rows, creatives are columns, and every crossing is an ad.{" "}
            {plural(campaign.rows.length, "row")} and {plural(campaign.columns.length, "column")} so far.
          </p>
          <Button
            type="primary"
            onClick={() => setAdding(campaign.rows.length === 0 ? "rows" : "columns")}
            style={{ marginRight: 8 }}
          >
            {campaign.rows.length === 0 ? "Add audiences as rows" : "Add creatives as columns"}
          </Button>
        </div>
      )}
      {!(campaign.rows.length === 0 && campaign.columns.length === 0) && (
        <Sheet
          {...{ clientId, campaign, shown, selection, waiting, editing, onKey }}
          rowNames={lens === "names" ? rowNames : undefined}
          columnWidth={lens === "names" ? NAME_WIDTH : CELL_WIDTH}
          creatives={creativeOf}
          onSelect={setSelection}
          onEditing={setEditing}
          onMoney={(text) => {
            const rowId = editing?.rowId;
            const rowIds = pickedRows.some((r) => r.id === rowId)
              ? pickedRows.map((r) => r.id)
              : rowId
                ? [rowId]
                : [];
            if (rowIds.length > 0)
              edits.make({ kind: "rowMoney", campaignId: campaign.id, rowIds, money: text });
          }}
          onLabel={(rowId, label) => edits.make({ kind: "rowName", campaignId: campaign.id, rowId, label })}
        />
      )}
      {adding === "rows" && (
        <AddDialog
          title="Add audiences as rows"
          one="row"
          choices={(audiences.data ?? []).map((a) => ({
            id: a.id,
            words: a.name,
            note: `${people(a.size)} people`,
          }))}
          elsewhere={{ words: "Describe another audience", path: `/c/${clientId}/audiences` }}
          onAdd={(audienceIds) => edits.make({ kind: "newRows", campaignId: campaign.id, audienceIds })}
          onClose={() => setAdding(undefined)}
        />
      )}
      {adding === "columns" && (
        <AddDialog
          title="Add creatives as columns"
          one="column"
          choices={(creatives.data ?? [])
            .filter((c) => !campaign.columns.some((k) => k.creativeId === c.creative.id))
            .map((c) => ({ id: c.creative.id, words: c.creative.name, note: c.creative.headlines[0] ?? "" }))}
          elsewhere={{ words: "Make another creative", path: `/c/${clientId}/creative` }}
          onAdd={(creativeIds) => edits.make({ kind: "newColumns", campaignId: campaign.id, creativeIds })}
          onClose={() => setAdding(undefined)}
        />
      )}
      {splitting && focusRow && (
        <SplitDialog
          {...{ clientId, planId, campaign }}
          row={focusRow}
          networkName={props.account.networkName}
          onSplit={(split) =>
            edits.make({ kind: "rowSplit", campaignId: campaign.id, rowId: focusRow.id, split })
          }
          onClose={() => setSplitting(false)}
        />
      )}
      <Modal open={keysShown} footer={null} title="Keys on the sheet" onCancel={() => setKeysShown(false)}>
        <Keys />
      </Modal>
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
