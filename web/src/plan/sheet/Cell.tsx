import { memo, type CSSProperties } from "react";

export interface CellShown {
  /** What stands in the cell. */
  main: string;
  small?: string | undefined;
  tone?: "good" | "wait" | "bad" | "still" | undefined;
  kind: "on" | "off" | "excluded" | "name" | "result" | "review";
  mark?: "blocker" | "warning" | undefined;
  ground?: string | undefined;
  ink?: string | undefined;
  title?: string | undefined;
}

/** One ad in the sheet, seen through whatever lens made `shown`. */
export const Cell = memo(function Cell({
  id,
  row,
  column,
  left,
  width,
  picked,
  waiting,
  shown,
  heads,
  found,
  at,
}: {
  id: string;
  row: number;
  column: number;
  left: number;
  width: number;
  picked: boolean;
  waiting: boolean;
  shown: CellShown;
  /** Its row and its creative, for whoever hears the sheet. */
  heads: string;
  found: string;
  /** Counted from 1, with the column of heads. */
  at: number;
}) {
  const style: CSSProperties = { left: left + 3, width: width - 6 };
  if (shown.ground) Object.assign(style, { background: shown.ground, color: shown.ink });
  const names = ["cell", shown.kind, picked ? "picked" : "", waiting ? "waiting" : ""];
  return (
    <div
      id={id}
      role="gridcell"
      aria-selected={picked}
      aria-colindex={at}
      aria-label={[heads, shown.main, shown.small, found].filter(Boolean).join(", ")}
      className={names.join(" ")}
      style={style}
      data-row={row}
      data-column={column}
      title={shown.title}
    >
      {shown.kind === "result" ? (
        <b>{shown.main}</b>
      ) : shown.kind === "review" ? (
        <b className={shown.tone}>{shown.main}</b>
      ) : (
        shown.main
      )}
      {/* What is heard in one go stands apart in the text as well. */}{" "}
      {shown.small && <small className={shown.tone}>{shown.small}</small>}
      {shown.mark && <i className={`dot ${shown.mark}`} />}
    </div>
  );
});
