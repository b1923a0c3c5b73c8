import { inOwnUnit, plural } from "../../look/format";
import type { Campaign } from "../model";

/** What was found and left for a reason; it can be told again. */
export function Silenced(props: {
  silenced: Campaign["silenced"];
  onTell: (finding: Campaign["findings"][number]) => void;
}) {
  if (props.silenced.length === 0) return null;
  return (
    <details className="silenced">
      <summary>Left for a reason, {plural(props.silenced.length, "finding")}</summary>
      {props.silenced.map((s, i) => (
        <div key={i}>
          {inOwnUnit(s.finding.says)}
          <div className="note">
            “{s.why}”, {s.person}{" "}
            <button className="link" onClick={() => props.onTell(s.finding)}>
              tell it again
            </button>
          </div>
        </div>
      ))}
    </details>
  );
}
