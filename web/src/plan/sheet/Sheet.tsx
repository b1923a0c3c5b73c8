import "../sheet.css";
import { useVirtualizer, type VirtualItem } from "@tanstack/react-virtual";
import { memo, useEffect, useRef, useState, type PointerEvent } from "react";
import type { Schemas } from "../../api/client";
import { stillUrl } from "../../api/creatives";
import { money, sized } from "../../look/format";
import { moneyWords, type Campaign } from "../model";
import type { Doable } from "../../frame/doables";
import { useStable } from "../../look/useStable";
import { Cell, type CellShown } from "./Cell";
import { inSight } from "./inSight";
import { InlineInput } from "./InlineInput";
import { TEXT_INPUT, type Pressed } from "./keys";
import { supposed } from "./lenses";
import { Lock } from "./Lock";
import {
  block,
  covered,
  covers,
  moved,
  single,
  wholeColumn,
  wholeRow,
  type Block,
  type Editing,
  type Fill,
  type Selection,
} from "./selection";

/** Heads are counted as rows and columns are, by whoever reads the sheet cell by cell. */
const HEAD_ROWS = 1;
const HEAD_COLUMNS = 1;
const ROW = 47;
const HEAD = 124;
const FOOT = 38;
const LEFT = 244;
const RIGHT = 108;
const HANDLE = 12;
const OF_ROWS = "Audience rows, one ad group each";

function isTyping(event: { target: EventTarget | null }): boolean {
  return (event.target as HTMLElement).matches(TEXT_INPUT);
}

interface SheetProps {
  clientId: string;
  campaign: Campaign;
  creatives: Map<string, Schemas["Creative"]>;
  columnWidth: number;
  /** Names of ad groups, where the lens shows names. */
  rowNames: Map<string, string> | undefined;
  shown: (row: number, column: number) => CellShown;
  /** Findings of an ad in words, such as “1 warning”; nothing where there are none. */
  found: (rowId: string, columnId: string | undefined) => string;
  selection: Selection;
  onSelect: (selection: Selection) => void;
  /** Switches one ad, where it is pressed with Ctrl. */
  onSwitch: (row: number, column: number) => void;
  /** Draws money or an ad over others; nothing of it is offered to whoever only reads. */
  onFill?: ((fill: Fill) => void) | undefined;
  /** What can be added, with its key. */
  adds: Doable[];
  waiting: Set<string>;
  editing: Editing;
  /** Takes the focus whenever this changes. */
  focusNow: number;
  onEditing: (editing: Editing) => void;
  onMoney: (text: string) => void;
  /** Asks for the money that the campaign shares. */
  onShared: () => void;
  onLabel: (rowId: string, label: string) => void;
  onKey: (event: Pressed) => void;
  /** What is selected, as a spreadsheet takes it. */
  copyText: () => string;
  onCopied: () => void;
  onPaste: (text: string) => void;
}

/** What is drawn of the columns, and how wide all of it is. */
interface Drawn {
  items: VirtualItem[];
  width: number;
}

/** The crossing of rows and columns. Only what is in sight is drawn; heads stay in sight. */
export function Sheet(props: SheetProps) {
  const { campaign, selection, columnWidth } = props;
  const { rows, columns } = campaign;
  const scroller = useRef<HTMLDivElement>(null);
  const rowItems = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    paddingStart: HEAD,
    overscan: 3,
  });
  const columnItems = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => columnWidth,
    paddingStart: LEFT,
    overscan: 3,
  });
  useEffect(() => columnItems.measure(), [columnWidth, columnItems]);
  const width = LEFT + columns.length * columnWidth + RIGHT;
  const picked = block(selection, rows.length, columns.length);
  const { row: focusRow, column: focusColumn } = selection.focus;
  useEffect(() => {
    const at = scroller.current;
    if (!at || focusRow >= rows.length) return;
    const size = rowItems.scrollRect?.height || at.clientHeight;
    const room = { at: rowItems.scrollOffset ?? 0, size, before: HEAD, after: FOOT };
    const top = inSight(HEAD + focusRow * ROW, ROW, room);
    if (top !== undefined) at.scrollTop = top;
  }, [focusRow, rows.length, rowItems]);
  useEffect(() => {
    const at = scroller.current;
    if (!at || focusColumn >= columns.length) return;
    const size = columnItems.scrollRect?.width || at.clientWidth;
    const room = { at: columnItems.scrollOffset ?? 0, size, before: LEFT, after: RIGHT };
    const left = inSight(LEFT + focusColumn * columnWidth, columnWidth, room);
    if (left !== undefined) at.scrollLeft = left;
  }, [focusColumn, columns.length, columnWidth, columnItems]);

  const spotOf = (event: PointerEvent) => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-column]");
    return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : undefined;
  };
  const pointer = useRef({ x: 0, y: 0 });
  const [fill, setFill] = useState<Fill>();
  const { onFill } = props;
  // Let go of anywhere it is done, as far as it was drawn.
  useEffect(() => {
    if (!fill) return;
    const done = () => {
      setFill(undefined);
      onFill?.(fill);
    };
    const left = (event: KeyboardEvent) => event.key === "Escape" && setFill(undefined);
    window.addEventListener("pointerup", done);
    window.addEventListener("keydown", left, true);
    return () => {
      window.removeEventListener("pointerup", done);
      window.removeEventListener("keydown", left, true);
    };
  }, [fill, onFill]);
  const filling = (event: PointerEvent): boolean => {
    const at = event.target as HTMLElement;
    const line = at.closest<HTMLElement>("[data-line]");
    const what = at.dataset.fill as Fill["what"] | undefined;
    const row = Number(line?.dataset.line ?? focusRow);
    if (what && event.type === "pointerdown") {
      const from = { row, column: focusColumn };
      setFill({ what, from, to: from });
    } else if (fill && line) {
      setFill({ ...fill, to: { row, column: spotOf(event)?.column ?? fill.to.column } });
    }
    return !!what || !!fill;
  };
  const onPointer = (event: PointerEvent) => {
    if (filling(event)) return;
    const spot = spotOf(event);
    if (!spot || event.buttons !== 1) return;
    // A cell at the edge that is pressed comes into sight: then the sheet moved under the pointer, and nobody dragged.
    const still = event.clientX === pointer.current.x && event.clientY === pointer.current.y;
    pointer.current = { x: event.clientX, y: event.clientY };
    if (event.type === "pointerover" && still) return;
    if (event.ctrlKey || event.metaKey) {
      if (event.type !== "pointerdown") return;
      props.onSelect(single(spot.row, spot.column));
      props.onSwitch(spot.row, spot.column);
    } else if (event.type === "pointerdown" && !event.shiftKey) props.onSelect(single(spot.row, spot.column));
    else props.onSelect({ anchor: selection.anchor, focus: spot });
  };
  const onKeyDown = (event: Pressed) => {
    if (isTyping(event)) return;
    const next = moved(selection, event.key, event.shiftKey, rows.length, columns.length);
    if (next) {
      event.preventDefault();
      props.onSelect(next);
    } else {
      props.onKey(event);
    }
  };
  // Its keys work while it has the focus: at once, but not from under a form that is open over it when it is drawn late,
  // and again when a dialog over it has closed, whatever of that is still being folded away.
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current || !document.activeElement?.closest("[role=dialog]")) {
      scroller.current?.focus({ preventScroll: true });
    }
    begun.current = true;
  }, [props.focusNow]);
  const items = columnItems.getVirtualItems();
  const acts: LineActs = {
    onSelect: useStable(props.onSelect),
    onEditing: useStable(props.onEditing),
    onMoney: useStable(props.onMoney),
    onShared: useStable(props.onShared),
    onLabel: useStable(props.onLabel),
    refocus: useStable(() => scroller.current?.focus()),
  };
  const { shown, found, waiting, creatives, rowNames, editing } = props;
  const filled = fill && covered(fill, columns.length);

  return (
    <div
      ref={scroller}
      className="sheet"
      role="grid"
      aria-label={`Sheet of ${campaign.name}`}
      aria-multiselectable
      aria-rowcount={rows.length + HEAD_ROWS + 1}
      aria-colcount={columns.length + HEAD_COLUMNS + 1}
      aria-activedescendant={`cell-${focusRow}-${focusColumn}`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerDown={onPointer}
      onPointerOver={onPointer}
      onCopy={(event) => {
        if (isTyping(event)) return;
        event.preventDefault();
        event.clipboardData.setData("text/plain", props.copyText());
        props.onCopied();
      }}
      onPaste={(event) => {
        if (isTyping(event)) return;
        event.preventDefault();
        props.onPaste(event.clipboardData.getData("text/plain"));
      }}
    >
      <div style={{ height: HEAD + rows.length * ROW + FOOT, width, minWidth: "100%", position: "relative" }}>
        <Heads {...props} {...{ items, width, picked }} />
        {rowItems.getVirtualItems().map((item) => {
          const row = rows[item.index];
          return (
            row && (
              <Line
                key={row.id}
                {...{ campaign, items, width, columnWidth, row, shown, found, waiting, creatives, rowNames }}
                {...acts}
                picked={within(picked, item.index)}
                filled={filled && (within(filled, item.index) ?? NOTHING)}
                fillsFrom={onFill && item.index === focusRow ? focusColumn : undefined}
                editing={editing?.rowId === row.id ? editing.what : undefined}
                at={item.index}
                top={item.start}
              />
            )
          );
        })}
        <Sums {...{ campaign, columnWidth, items, width }} />
      </div>
    </div>
  );
}

/** The creatives above their columns. */
function Heads(props: SheetProps & Drawn & { picked: Block }) {
  const { campaign, columnWidth, items, width, picked } = props;
  return (
    <div className="heads" style={{ height: HEAD, width }} role="row" aria-rowindex={1}>
      <div className="line" style={{ height: HEAD, width, border: 0 }}>
        <div
          className="corner"
          role="columnheader"
          aria-label={OF_ROWS}
          aria-colindex={1}
          style={{ width: LEFT }}
        >
          {props.adds.map((add) => (
            <button key={add.id} className="link" onClick={add.run}>
              {add.words} {add.keys && <kbd>{add.keys}</kbd>}
            </button>
          ))}
          {OF_ROWS}
        </div>
        {items.map((item) => {
          const column = campaign.columns[item.index];
          const creative = column && props.creatives.get(column.creativeId);
          const on = item.index >= picked.left && item.index <= picked.right;
          return (
            <div
              key={item.key}
              role="columnheader"
              aria-colindex={item.index + HEAD_COLUMNS + 1}
              className={`column-head ${on ? "on" : ""}`}
              style={{ left: item.start, width: columnWidth }}
              title={creative?.name}
              onClick={() => props.onSelect(wholeColumn(item.index, campaign.rows.length))}
            >
              {creative?.media[0] ? (
                <img className="thumb" alt="" src={stillUrl(props.clientId, creative.media[0].sha256)} />
              ) : (
                <span className="thumb" />
              )}
              <b>{creative?.name}</b>
              <span className="note">{money(column?.dailyMinor ?? 0, campaign.currency)} a day</span>
            </div>
          );
        })}
        <div
          className="per-day"
          role="columnheader"
          aria-colindex={campaign.columns.length + HEAD_COLUMNS + 1}
          style={{ width: RIGHT, justifyContent: "flex-end", paddingBottom: 8 }}
        >
          <span className="note">{campaign.basis === "LIFETIME" ? "For the flight" : "Per day"}</span>
        </div>
      </div>
    </div>
  );
}

/** A block that covers no cell. */
const NOTHING: Block = { top: 0, bottom: -1, left: 0, right: -1 };

/** The block, where it has cells of a row. */
const within = (b: Block, row: number): Block | undefined =>
  row >= b.top && row <= b.bottom ? b : undefined;

/** What is done on a line; each stays the same from draw to draw. */
type LineActs = Pick<SheetProps, "onSelect" | "onEditing" | "onMoney" | "onShared" | "onLabel"> & {
  refocus: () => void;
};

interface LineProps
  extends
    Drawn,
    LineActs,
    Pick<SheetProps, "campaign" | "columnWidth" | "shown" | "found" | "waiting" | "creatives" | "rowNames"> {
  row: Campaign["rows"][number];
  at: number;
  top: number;
  /** What is selected, where any of it is on this line. */
  picked: Block | undefined;
  /** What is being drawn over others, instead of what is selected. */
  filled: Block | undefined;
  /** The column that can be drawn over others from this line. */
  fillsFrom: number | undefined;
  editing: "money" | "label" | undefined;
}

/** A row: its name, its ads, its money. A key that does not concern it leaves it as it is drawn. */
const Line = memo(function Line(props: LineProps) {
  const { campaign, columnWidth, items, width, picked, filled, fillsFrom, row, at, top, editing } = props;
  const shared = campaign.sharedMinor != null;
  const marked = filled ?? picked;
  const next = campaign.rows[at + 1];
  const creativeAt = (index: number) => props.creatives.get(campaign.columns[index]?.creativeId ?? "")?.name;
  return (
    <div
      className="line"
      role="row"
      data-line={at}
      aria-rowindex={at + HEAD_ROWS + 1}
      style={{ top: top, height: ROW, width }}
    >
      <div
        role="rowheader"
        aria-colindex={1}
        className={`row-head ${picked ? "on" : ""}`}
        style={{ width: LEFT }}
        title={row.label}
        onClick={() => props.onSelect(wholeRow(at, campaign.columns.length))}
        onDoubleClick={() => props.onEditing({ rowId: row.id, what: "label" })}
      >
        {editing === "label" ? (
          <InlineInput
            label={`Name of row ${row.label}`}
            initial={row.label}
            onDone={(text) => {
              props.onEditing(null);
              if (text !== undefined) props.onLabel(row.id, text);
              props.refocus();
            }}
          />
        ) : (
          <>
            <b>{row.label}</b>
            {props.rowNames ? (
              <span className="note mono" title={props.rowNames.get(row.id)}>
                {props.rowNames.get(row.id)}
              </span>
            ) : (
              <span className="note">{sized(row.size)}</span>
            )}
          </>
        )}
      </div>
      {items.map((cell) => (
        <Cell
          key={cell.key}
          id={`cell-${at}-${cell.index}`}
          row={at}
          column={cell.index}
          left={cell.start}
          width={columnWidth}
          picked={!!marked && covers(marked, at, cell.index)}
          waiting={props.waiting.has(`${row.id}/${campaign.columns[cell.index]?.id}`)}
          shown={props.shown(at, cell.index)}
          heads={`${row.label}, ${creativeAt(cell.index)}`}
          found={props.found(row.id, campaign.columns[cell.index]?.id)}
          at={cell.index + HEAD_COLUMNS + 1}
        />
      ))}
      {fillsFrom !== undefined && campaign.columns.length > 0 && (
        <FillHandle
          what="ads"
          left={LEFT + (fillsFrom + 1) * columnWidth - HANDLE - 4}
          says={`Draw over other ads, which become as ${row.label}, ${creativeAt(fillsFrom)} is`}
        />
      )}
      <div
        className={`per-day ${props.waiting.has(row.id) ? "waiting" : ""}`}
        role="gridcell"
        aria-colindex={campaign.columns.length + HEAD_COLUMNS + 1}
        style={{ width: RIGHT, cursor: shared ? "pointer" : "text" }}
        data-testid={`money-${at}`}
        onClick={() => (shared ? props.onShared() : props.onEditing({ rowId: row.id, what: "money" }))}
      >
        {editing === "money" ? (
          <InlineInput
            label={`${moneyWords(campaign)} of ${row.label}`}
            initial={money(row.moneyMinor, campaign.currency)}
            onDone={(text) => {
              props.onEditing(null);
              if (text !== undefined) props.onMoney(text);
              props.refocus();
            }}
            onNext={
              next &&
              (() => {
                props.onSelect(single(at + 1, 0));
                props.onEditing({ rowId: next.id, what: "money" });
              })
            }
          />
        ) : (
          <>
            <span>
              {!shared && row.locked && <Lock />}{" "}
              {shared ? supposed(campaign, row.spendsMinor) : money(row.moneyMinor, campaign.currency)}
            </span>
            {row.spendsMinor === 0 && <span className="note">no ads on</span>}
            {fillsFrom !== undefined && !shared && (
              <FillHandle what="money" says={`Draw over other rows, which take the money of ${row.label}`} />
            )}
          </>
        )}
      </div>
    </div>
  );
});

/** What is drawn over others with the pointer; keys have the selection, Space and =. */
function FillHandle({ what, left, says }: { what: Fill["what"]; left?: number; says: string }) {
  return (
    <i
      aria-hidden
      className="fill"
      data-fill={what}
      title={says}
      style={left === undefined ? {} : { left }}
      onClick={(e) => e.stopPropagation()}
    />
  );
}

/** What each column spends in the whole flight. */
function Sums({ campaign, columnWidth, items, width }: Pick<SheetProps, "campaign" | "columnWidth"> & Drawn) {
  return (
    <div
      className="foot-line"
      role="row"
      aria-rowindex={campaign.rows.length + HEAD_ROWS + 1}
      style={{ top: HEAD + campaign.rows.length * ROW, height: FOOT, width }}
    >
      <div className="foot-head" role="gridcell" aria-colindex={1} style={{ width: LEFT }}>
        Whole flight, {campaign.days} days
      </div>
      {items.map((item) => (
        <span
          key={item.key}
          role="gridcell"
          aria-colindex={item.index + HEAD_COLUMNS + 1}
          className="sum"
          style={{ left: item.start, width: columnWidth }}
        >
          {money(campaign.columns[item.index]?.flightMinor ?? 0, campaign.currency)}
        </span>
      ))}
      <div
        className="per-day"
        role="gridcell"
        aria-colindex={campaign.columns.length + HEAD_COLUMNS + 1}
        style={{ width: RIGHT }}
      >
        <span data-testid="flight-total">{money(campaign.flightMinor, campaign.currency)}</span>
      </div>
    </div>
  );
}
