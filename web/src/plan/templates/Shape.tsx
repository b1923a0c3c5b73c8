import type { CSSProperties } from "react";
import type { Template } from "./queries";
import "./templates.css";

/** Columns that are drawn; the rows are as many as the server tells of. */
const MOST = 12;

/** The sheet of a template in small: a cell for each ad, filled where there is one. */
export function Shape({ of }: { of: Template }) {
  const columns = Math.min(Math.max(of.creatives, 1), MOST);
  return (
    <span className="template-shape" style={{ "--columns": columns } as CSSProperties} aria-hidden>
      {of.drawn.flatMap((row, r) =>
        Array.from({ length: columns }, (_, c) => (
          <i key={`${r}/${c}`} className={row.off.includes(c) || of.creatives === 0 ? "none" : ""} />
        )),
      )}
    </span>
  );
}
