import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { count, ownMoment } from "../look/format";
import { erasuresQuery } from "./leadQueries";

const STATES: Record<string, string> = {
  WAITING: "is being told",
  TAKEN: "erased it",
  NOT_TAKEN: "did not take it",
};

/** That people were erased and where it went on to, without whom. */
export function Erasures({ clientId }: { clientId: string }) {
  const erasures = useQuery(erasuresQuery(clientId));
  if (erasures.error) return <p className="bad">{erasures.error.message}</p>;
  if (!erasures.data) return <p className="note">Reading…</p>;
  if (erasures.data.length === 0)
    return <p className="note">Nobody yet. What stands here later says that it was done, never whom.</p>;
  return (
    <table className="lines">
      <thead>
        <tr>
          <th>When</th>
          <th>By</th>
          <th className="number">Leads</th>
          <th>Elsewhere</th>
        </tr>
      </thead>
      <tbody>
        {erasures.data.map((e) => (
          <tr key={e.id}>
            <td>{ownMoment(e.at)}</td>
            <td>{e.by ?? <span className="note">kept long enough</span>}</td>
            <td className="number">{count(e.leads)}</td>
            <td>
              {e.told.map((t) => (
                <Told key={t.account ?? ""} told={t} />
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Told({ told }: { told: Schemas["ToldElsewhere"] }) {
  return (
    <div className={told.state === "NOT_TAKEN" ? "bad" : undefined}>
      {told.account ?? "The receiver"} {STATES[told.state]}
      {told.problem && `: ${told.problem}`}
    </div>
  );
}
