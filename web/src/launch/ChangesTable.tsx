import { useVirtualizer } from "@tanstack/react-virtual";
import { Checkbox } from "antd";
import { useRef } from "react";
import { COVER_WORDS } from "../signoff";
import { ItemCells } from "./ItemCells";
import { ACTION_WORDS } from "../look/changes";
import { type Change } from "./model";

const LINE_PX = 30;
const MOST_PX = 560;

/** The change list, an item after the one it belongs to; those that are ticked are launched. */
export function ChangesTable({
  changes,
  chosen,
  left,
  onChoose,
  onLeave,
}: {
  changes: Change[];
  chosen: string | undefined;
  /** Keys of items that are left out. */
  left: ReadonlySet<string>;
  onChoose: (key: string) => void;
  onLeave: (left: Set<string>) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: changes.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE_PX,
    overscan: 12,
  });
  const covered = changes.some((c) => COVER_WORDS[c.signOff]);
  const all = new Set(changes.map((c) => c.key));
  const tick = (key: string, on: boolean) => {
    const changed = new Set(left);
    // What belongs to an item cannot be created without it.
    const created = changes.some((c) => c.key === key && c.action === "CREATE");
    const belonging = created && !on ? below(changes, key) : [key];
    belonging.forEach((k) => (on ? changed.delete(k) : changed.add(k)));
    if (on) above(changes, key).forEach((k) => changed.delete(k));
    onLeave(changed);
  };
  return (
    <div className={`change-list ${covered ? "signed" : ""}`} role="table" aria-label="Change list">
      <div className="change-line head" role="row">
        <span role="columnheader">
          <Checkbox
            aria-label="All changes"
            checked={left.size === 0}
            indeterminate={left.size > 0 && left.size < all.size}
            onChange={(e) => onLeave(e.target.checked ? new Set() : all)}
          />
        </span>
        <span role="columnheader">Do</span>
        <span role="columnheader">What</span>
        <span role="columnheader">Name on the network</span>
        {covered && <span role="columnheader">Sign-off</span>}
      </div>
      <div
        ref={box}
        className="change-lines"
        style={{ height: Math.min(MOST_PX, changes.length * LINE_PX + 2) }}
      >
        <div style={{ height: rows.getTotalSize(), position: "relative" }}>
          {rows.getVirtualItems().map((item) => {
            const c = changes[item.index]!;
            return (
              <div
                key={`${c.key}${c.action}`}
                role="row"
                className={`change-line ${c.level} ${c.key === chosen ? "on" : ""}`}
                style={{ transform: `translateY(${item.start}px)` }}
                tabIndex={0}
                onClick={() => onChoose(c.key)}
                onKeyDown={(e) => e.key === "Enter" && onChoose(c.key)}
              >
                <span role="cell">
                  <Checkbox
                    aria-label={`Launch ${c.name}`}
                    checked={!left.has(c.key)}
                    onClick={(e) => e.stopPropagation()}
                    onChange={(e) => tick(c.key, e.target.checked)}
                  />
                </span>
                <span role="cell">{ACTION_WORDS[c.action]}</span>
                <ItemCells level={c.level} name={c.name} />
                {covered && (
                  <span role="cell" className={`cover-word ${c.signOff}`} title={c.since.join(", ")}>
                    {COVER_WORDS[c.signOff]}
                  </span>
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** An item and all that belongs to it. */
function below(changes: Change[], key: string): Set<string> {
  const found = new Set([key]);
  for (const c of changes) if (c.parentKey && found.has(c.parentKey)) found.add(c.key);
  return found;
}

/** What an item belongs to, up to the campaign. */
function above(changes: Change[], key: string): string[] {
  const parent = changes.find((c) => c.key === key)?.parentKey;
  return parent ? [parent, ...above(changes, parent)] : [];
}
