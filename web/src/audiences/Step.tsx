import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { people } from "../look/format";
import { barLength, keeps, type StepKind } from "./model";

/** One line of the sentence, with the size after it. */
export function Step({
  kind,
  number = 0,
  ladder,
  old,
  onRemove,
  children,
}: {
  kind: StepKind;
  /** Which condition, from 0. */
  number?: number;
  ladder: Schemas["NarrowingLadder"] | undefined;
  old: boolean;
  onRemove?: () => void;
  children: ReactNode;
}) {
  const at = ladder?.rungs.findIndex((r) => r.kind === kind && r.number === number) ?? -1;
  const rung = ladder?.rungs[at];
  const whole = ladder?.rungs[0]?.size.people ?? 1;
  const most = ladder?.narrowsMost === at && at >= 0;
  return (
    <div className="step" data-step={kind}>
      <div className="say">
        {children}
        {onRemove && (
          <button className="plain remove" aria-label="Remove this step" onClick={onRemove}>
            ×
          </button>
        )}
      </div>
      {rung && (
        <div className={`size ${most ? "most" : ""} ${old ? "old" : ""}`}>
          <div className="bar" style={{ width: `${barLength(rung.size.people, whole) * 100}%` }} />
          <div className="told">
            <b>{people(rung.size)}</b>
            <span>{keeps(rung, most)}</span>
          </div>
        </div>
      )}
    </div>
  );
}
