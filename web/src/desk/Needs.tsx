import { Link } from "react-router";
import type { MorningClient, NeedLine } from "../api/morning";
import { plural } from "../look/format";
import { grouped } from "../look/lists";
import { toldOf, URGENCIES, useHide } from "../morning";

/** So many of a kind are told one by one; the rest is counted. */
const MOST_OF_A_KIND = 3;

/** What needs a person today at one client, the most pressing first; each line leads to the exact place. */
export function Needs({ of }: { of: MorningClient }) {
  const shown = of.lines.filter((l) => !l.hidden);
  const hidden = of.lines.filter((l) => l.hidden);
  if (of.lines.length === 0) return null;
  return (
    <section style={{ marginBottom: 22 }} data-testid="needs">
      <h2 style={{ marginBottom: 8 }}>
        {shown.length > 0 ? `Needs you today, ${shown.length}` : "Nothing needs you today"}
      </h2>
      {[...grouped(shown, (l) => l.urgency + l.need.kind).entries()].map(([kind, lines]) => (
        <Several key={kind} clientId={of.id} lines={lines} />
      ))}
      {hidden.length > 0 && (
        <details className="more-needs">
          <summary>{plural(hidden.length, "line")} that you hid</summary>
          {hidden.map((l) => (
            <Line key={l.key} clientId={of.id} line={l} />
          ))}
        </details>
      )}
    </section>
  );
}

function Line({ clientId, line }: { clientId: string; line: NeedLine }) {
  const hide = useHide();
  const told = toldOf(clientId, line.need);
  return (
    <div className={`finding ${URGENCIES[line.urgency].tone}`}>
      <b>{told.head}</b>
      {told.says} <Link to={told.to}>{told.go}</Link>
      {" · "}
      <button
        className="plain link"
        aria-label={`${line.hidden ? "Show" : "Hide"} “${told.head}”`}
        onClick={() => hide({ clientId, key: line.key, hidden: !line.hidden })}
      >
        {line.hidden ? "show" : "hide"}
      </button>
    </div>
  );
}

function Several({ clientId, lines }: { clientId: string; lines: readonly NeedLine[] }) {
  const line = (l: NeedLine) => <Line key={l.key} clientId={clientId} line={l} />;
  const more = lines.slice(MOST_OF_A_KIND);
  return (
    <>
      {lines.slice(0, MOST_OF_A_KIND).map(line)}
      {more.length > 0 && (
        <details className="more-needs">
          <summary>{plural(more.length, "more of the kind", "more of the kind")}</summary>
          {more.map(line)}
        </details>
      )}
    </>
  );
}
