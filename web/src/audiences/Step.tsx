import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { people } from "../look/format";
import { barLength, keeps, type StepKind } from "./model";

/** One line of the sentence, with the size after it. */
export function Step({
  kind,
  ladder,
  old,
  children,
}: {
  kind: StepKind;
  ladder: Schemas["NarrowingLadder"] | undefined;
  old: boolean;
  children: ReactNode;
}) {
  const at = ladder?.rungs.findIndex((r) => r.kind === kind) ?? -1;
  const rung = ladder?.rungs[at];
  const whole = ladder?.rungs[0]?.size.people ?? 1;
  const most = ladder?.narrowsMost === at;
  return (
    <div className="step" data-step={kind}>
      <div className="say">{children}</div>
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
