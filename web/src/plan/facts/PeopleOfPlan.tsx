import { useQuery } from "@tanstack/react-query";
import { ask, at, versioned } from "../../api/client";
import { plural } from "../../look/format";
import { round } from "./Expected";

/** Different people of a plan over all its rows and networks. */
const peopleQuery = (clientId: string, planId: string, version: number) =>
  versioned(
    ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/people", at({ clientId, planId })),
    version,
  );

const HEIGHT = 54;

/** Whom the plan reaches: different people, never the sum of its rows, and how often they see an ad of it. */
export function PeopleOfPlan(props: { clientId: string; planId: string; version: number }) {
  const told = useQuery(peopleQuery(props.clientId, props.planId, props.version)).data;
  if (!told?.people || !told.added) return null;
  const { people, added, times, networks, everyone } = told;
  const most = Math.max(1, ...times);
  const reached = times.reduce((sum, t) => sum + t, 0);
  return (
    <section aria-label="People of the plan">
      <h2>People of the plan</h2>
      <p>
        <b>{round(people)}</b> different people in the whole flight, over {plural(told.rows, "row")}
        {networks.length > 1 && ` on ${plural(networks.length, "network")}`}.
        {added.to > people.to * 1.01 && <> Added up the rows would say {round(added)}.</>}
      </p>
      {times.length > 0 && (
        <figure className="times">
          <svg
            role="img"
            aria-label="People by how often they see it"
            viewBox={`0 0 ${times.length} ${HEIGHT}`}
            preserveAspectRatio="none"
          >
            {times.map((t, i) => (
              <rect
                key={i}
                x={i + 0.08}
                width={0.84}
                y={HEIGHT - (t / most) * HEIGHT}
                height={(t / most) * HEIGHT}
              >
                <title>{`${often(i, times.length)}: ${round({ from: t, to: t })} people`}</title>
              </rect>
            ))}
          </svg>
          <div className="note times-seen">
            {times.map((_, i) => (
              <span key={i}>{i + 1 < times.length ? i + 1 : `${i + 1}+`}</span>
            ))}
          </div>
          <figcaption className="note">
            Times seen: {Math.round((100 * (times[0] ?? 0)) / reached)} % once,{" "}
            {Math.round((100 * times.slice(3).reduce((sum, t) => sum + t, 0)) / reached)} % four times or
            more.
          </figcaption>
        </figure>
      )}
      {networks.length > 1 && (
        <dl className="facts-list">
          {networks.map((n) => (
            <div key={n.network}>
              <dt>{n.network}</dt>
              <dd>{round(n.people)}</dd>
            </div>
          ))}
        </dl>
      )}
      <p className="note">
        In four cases of five. What audiences share on one network is told by it
        {everyone != null &&
          `; people of two networks are taken for met by chance, among the ${round({ from: everyone, to: everyone })} in these places`}
        .{told.left > 0 && ` Of ${plural(told.left, "row")} more nothing can be told yet.`}
      </p>
    </section>
  );
}

function often(i: number, last: number): string {
  return i === 0 ? "once" : i + 1 < last ? `${i + 1} times` : `${i + 1} times or more`;
}
