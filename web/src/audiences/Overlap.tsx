import { useQuery } from "@tanstack/react-query";
import {} from "antd";
import { useState } from "react";
import { Several } from "../look/Several";
import { people } from "../look/format";
import { percent, sharedPart, type Audience } from "./model";
import { overlapsQuery } from "./queries";

const MOST = 60;

/** How much chosen audiences share, each two: the share of the smaller that is in both. */
export function Overlap(props: {
  clientId: string;
  accountId: string;
  audiences: Audience[];
  current: Audience;
  onLeaveOut: (other: Audience) => void;
}) {
  const { audiences, current } = props;
  const [chosen, setChosen] = useState(() =>
    audiences
      .filter((a) => a.accountId === props.accountId)
      .map((a) => a.id)
      .slice(0, 30),
  );
  const compared = audiences.filter((a) => chosen.includes(a.id));
  const overlaps = useQuery({
    ...overlapsQuery(props.clientId, props.accountId, compared),
    enabled: compared.length > 1,
  });
  const data = overlaps.data;
  return (
    <div className="overlap">
      <Several
        aria-label="Audiences to compare"
        maxTagCount={4}
        maxCount={MOST}
        style={{ width: "100%", marginBottom: 12 }}
        value={chosen}
        options={audiences.map((a) => ({ value: a.id, label: a.name }))}
        onChange={setChosen}
      />
      {compared.length < 2 && <p className="note">Choose two audiences or more.</p>}
      {overlaps.error && <p className="wrong">{overlaps.error.message}</p>}
      {data && data.sizes.length === compared.length && (
        <div className="matrix">
          <table>
            <thead>
              <tr>
                <th />
                <th className="number">People</th>
                {compared.slice(0, -1).map((a, i) => (
                  <th key={a.id} className="number" title={a.name}>
                    {i + 1}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {compared.map((a, i) => (
                <tr key={a.id} className={a.id === current.id ? "on" : ""}>
                  <th scope="row" title={a.name}>
                    {i + 1} {a.name}
                  </th>
                  <td className="number">{people(data.sizes[i])}</td>
                  {compared.slice(0, i).map((b, j) => {
                    const [shared, sizeA, sizeB] = [data.shared[i]?.[j], data.sizes[i], data.sizes[j]];
                    if (!shared || !sizeA || !sizeB) return null;
                    const part = sharedPart(shared, sizeA, sizeB);
                    const mine = a.id === current.id || b.id === current.id;
                    const words = `${a.name} and ${b.name} share ${people(shared)} people`;
                    return (
                      <td
                        key={b.id}
                        className="number part"
                        style={{
                          background: `color-mix(in srgb, var(--sand) ${Math.round(part * 50)}%, transparent)`,
                        }}
                        title={words}
                      >
                        {mine && part > 0 ? (
                          <button
                            className="plain"
                            aria-label={`${percent(part)}: ${words}. Leave that audience out`}
                            onClick={() => props.onLeaveOut(a.id === current.id ? b : a)}
                          >
                            {percent(part)}
                          </button>
                        ) : (
                          percent(part)
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="note">
            Percent of the smaller audience that is in both. Click a number in the row or column of{" "}
            {current.name} to leave the other audience out of it.
          </p>
        </div>
      )}
    </div>
  );
}
