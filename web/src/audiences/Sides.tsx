import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { people } from "../look/format";
import { networkColour } from "../look/theme";
import { barLength, differenceWords, type Definition } from "./model";
import { sidesQuery } from "./queries";

/** The same definition on every account of the client, with what each network cannot do exactly. */
export function Sides(props: { clientId: string; accountId: string; definition: Definition }) {
  const sides = useQuery({
    ...sidesQuery(props.clientId, props.accountId, props.definition),
    placeholderData: keepPreviousData,
  });
  if (sides.error) return <p className="note">{sides.error.message}</p>;
  const most = Math.max(1, ...(sides.data ?? []).map((s) => s.size?.people ?? 0));
  return (
    <table className="sides">
      <thead>
        <tr>
          <th>Network</th>
          <th className="number">People</th>
          <th />
          <th>What it cannot do exactly</th>
        </tr>
      </thead>
      <tbody>
        {sides.data?.map((s) => (
          <tr key={s.accountId}>
            <td>
              <span className="chip" style={{ "--chip": networkColour(s.network) } as React.CSSProperties}>
                {s.network}
              </span>{" "}
              {s.networkName}
              {s.accountId === props.accountId && <div className="note">described here</div>}
            </td>
            <td className="number">
              <b>{s.size ? people(s.size) : "none"}</b>
            </td>
            <td className="side-bar">
              <i
                style={{
                  width: `${barLength(s.size?.people ?? 0, most) * 100}%`,
                  background: networkColour(s.network),
                }}
              />
            </td>
            <td>
              {s.problem ??
                (s.differences.length === 0 ? (
                  <span className="note">nothing: the same audience</span>
                ) : (
                  s.differences.map((d, i) => <div key={i}>{differenceWords(d)}</div>)
                ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
