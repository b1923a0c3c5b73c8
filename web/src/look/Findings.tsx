import type { Schemas } from "../api/client";

/** Findings, each with what was seen and a way to the field that mends it. */
export function Findings({
  findings,
  onJump,
}: {
  findings: Schemas["Finding"][];
  onJump: (place: Schemas["Place"]) => void;
}) {
  return (
    <>
      {findings.map((f, i) => (
        <div key={`${f.rule}-${i}`} className={`finding ${f.severity.toLowerCase()}`} data-rule={f.rule}>
          <b>{f.says}</b>
          <button className="link" onClick={() => onJump(f.place)}>
            {f.mend}
          </button>
        </div>
      ))}
    </>
  );
}

export function blockers(findings: Schemas["Finding"][]): number {
  return findings.filter((f) => f.severity === "BLOCKER").length;
}
