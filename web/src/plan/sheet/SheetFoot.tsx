import { Button, Input } from "antd";
import { Opening } from "../../look/Opening";
import type { Doable } from "../../frame/doables";
import { plural } from "../../look/format";
import type { Edits } from "../edits/useEdits";
import { useWide } from "../../look/useWide";
import { Changes } from "../../frame/Editable";

const MORE = [
  "test",
  "per-creative",
  "fill",
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
];

/** Stand beside the menu where there is room for them, and in it where there is not. */
const BESIDE = ["delivery", "duplicate"];
const ROOM_FOR_ALL = 1200;

/** What can be done to the sheet with the mouse, its filter, and the way back. */
export function SheetFoot(props: {
  doables: Doable[];
  /** Undefined while there is none. */
  filter: string | undefined;
  setFilter: (filter: string | undefined) => void;
  edits: Edits;
  undo: string | null | undefined;
  onUndo: () => void;
  /** Rows that the filter leaves, of all. */
  shown: number;
  rows: number;
  onKeys: () => void;
}) {
  const { filter, setFilter } = props;
  const wide = useWide(ROOM_FOR_ALL);
  const does = (id: string) => props.doables.find((d) => d.id === id);
  const button = (id: string, text: string) => {
    const doable = does(id);
    return (
      <Button disabled={!doable} onClick={() => doable?.run()}>
        {text} {doable?.keys && <kbd>{doable.keys}</kbd>}
      </Button>
    );
  };
  const menu = (text: string, ids: string[]) => {
    const items = ids.flatMap((id) => does(id) ?? []);
    return (
      <Opening
        menu={{
          items: items.map((d) => ({
            key: d.id,
            label: d.words,
            extra: d.keys && <kbd>{d.keys}</kbd>,
            onClick: d.run,
          })),
        }}
      >
        <Button>{text}</Button>
      </Opening>
    );
  };
  return (
    <>
      <Changes>
        {menu("Add…", ["rows", "columns"])}
        {button("split", "Split row by…")}
        {wide && button("delivery", "Bid, hours…")}
        {wide && button("duplicate", "Duplicate")}
      </Changes>
      {menu("More…", wide ? MORE : [...BESIDE, ...MORE])}
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
        {filter ? `${props.shown} of ${plural(props.rows, "row")} · ` : ""}
        {props.undo && (
          <button className="link" title={`${props.undo} · Ctrl Z`} onClick={props.onUndo}>
            Undo “{props.undo}”
          </button>
        )}{" "}
        <button className="link" onClick={props.onKeys}>
          keys
        </button>
      </span>
    </>
  );
}
