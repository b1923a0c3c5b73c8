import { Input } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";

type Finding = Schemas["Finding"];

/** Findings, each with what was seen and a way to the field that mends it; what does not block can be left for a reason. */
export function Findings({
  findings,
  onJump,
  onMend,
  onSilence,
}: {
  findings: Finding[];
  onJump: (place: Schemas["Place"]) => void;
  /** Mends with one key what has one plain way. */
  onMend?: ((finding: Finding) => void) | undefined;
  onSilence?: ((finding: Finding, why: string) => void) | undefined;
}) {
  return (
    <>
      {findings.map((f, i) => (
        <div key={`${f.rule}-${i}`} className={`finding ${f.severity.toLowerCase()}`} data-rule={f.rule}>
          <b>{f.says}</b>
          <button className="link" onClick={() => onJump(f.place)}>
            {f.mend}
          </button>
          {onMend && f.mendable && (
            <button className="link mend" aria-label={`Mend: ${f.mend}`} onClick={() => onMend(f)}>
              mend it
            </button>
          )}
          {onSilence && f.severity !== "BLOCKER" && <Leave onLeave={(why) => onSilence(f, why)} />}
        </div>
      ))}
    </>
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
