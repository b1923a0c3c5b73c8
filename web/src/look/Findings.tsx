import { Input } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { inOwnUnit } from "./format";
import { grouped } from "./lists";

type Finding = Schemas["Finding"];

/** So many alike stand one under the other; of more the first stands for them all. */
const FEW = 3;

interface Ways {
  onJump: (place: Schemas["Place"]) => void;
  /** Mends with one key what has one plain way. */
  onMend?: ((finding: Finding) => void) | undefined;
  /** Likewise all that its rule found. */
  onMendAll?: ((finding: Finding) => void) | undefined;
  onSilence?: ((finding: Finding, why: string) => void) | undefined;
}

/** Findings by what found them, each with what was seen and a way to the field that mends it; what does not block can be left for a reason. */
export function Findings({ findings, ...ways }: { findings: Finding[] } & Ways) {
  const alike = [...grouped(findings, (f) => `${f.severity} ${f.rule}`).values()];
  return (
    <>
      {alike.map((all) => (
        <Alike key={`${all[0]?.severity} ${all[0]?.rule}`} all={all} {...ways} />
      ))}
    </>
  );
}

function Alike({ all, onMendAll, ...ways }: { all: Finding[] } & Ways) {
  const [first, ...others] = all;
  const mendable = all.find((f) => f.mendable);
  const count = all.filter((f) => f.mendable).length;
  const one = (f: Finding, i: number) => <One key={i} finding={f} {...ways} />;
  if (!first || all.length <= FEW) return <>{all.map(one)}</>;
  return (
    <>
      {one(first, 0)}
      <details className="finding-others">
        <summary>and {others.length} more like it</summary>
        {others.map(one)}
      </details>
      {onMendAll && mendable && count > 1 && (
        <button className="link mend-all" onClick={() => onMendAll(mendable)}>
          mend all {count}
        </button>
      )}
    </>
  );
}

function One({ finding: f, onJump, onMend, onSilence }: { finding: Finding } & Ways) {
  return (
    <div className={`finding ${f.severity.toLowerCase()}`} data-rule={f.rule}>
      <b>{inOwnUnit(f.says)}</b>
      <button className="link" onClick={() => onJump(f.place)}>
        {inOwnUnit(f.mend)}
      </button>
      {onMend && f.mendable && (
        <button className="link mend" aria-label={`mend it: ${inOwnUnit(f.mend)}`} onClick={() => onMend(f)}>
          mend it
        </button>
      )}
      {onSilence && f.severity !== "BLOCKER" && <Leave onLeave={(why) => onSilence(f, why)} />}
    </div>
  );
}

function Leave({ onLeave }: { onLeave: (why: string) => void }) {
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState("");
  if (!open) {
    return (
      <button className="link leave" onClick={() => setOpen(true)}>
        leave it
      </button>
    );
  }
  return (
    <Input
      autoFocus
      size="small"
      aria-label="Why it may stay"
      placeholder="Why it may stay, then Enter"
      maxLength={200}
      value={why}
      onChange={(e) => setWhy(e.target.value)}
      onBlur={() => why === "" && setOpen(false)}
      onKeyDown={(e) => e.key === "Escape" && setOpen(false)}
      onPressEnter={() => why.trim() !== "" && onLeave(why)}
    />
  );
}

export function blockers(findings: Finding[]): number {
  return findings.filter((f) => f.severity === "BLOCKER").length;
}
