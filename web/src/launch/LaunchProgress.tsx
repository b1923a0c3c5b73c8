import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import { useEffect } from "react";
import { Link } from "react-router";
import { follow } from "../api/client";
import { plural } from "../look/format";
import { done, LAUNCH_WORDS, LEVEL_WORDS, standOf, type Launch } from "./model";
import { launchQuery, sendAgain, stopLaunch } from "./queries";

/** The newest launch: how far it is, then what review says of each ad. */
export function LaunchProgress({
  clientId,
  launchId,
  creativePath,
}: {
  clientId: string;
  launchId: string;
  creativePath: string;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const query = launchQuery(clientId, launchId);
  const launch = useQuery({ ...query, refetchInterval: 4_000 });
  const running = launch.data?.state === "RUNNING";
  useEffect(() => {
    if (!running) return;
    return follow<Launch>(
      `/api/clients/${encodeURIComponent(clientId)}/launches/${launchId}/progress`,
      (state) => queries.setQueryData(["launch", clientId, launchId], state),
      () => void queries.invalidateQueries(),
    );
  }, [running, clientId, launchId, queries]);
  if (!launch.data) return null;
  const { changes, state } = launch.data;
  const act = (what: typeof stopLaunch) => {
    what(clientId, launchId)
      .catch((e: Error) => message.error(e.message))
      .finally(() => void queries.invalidateQueries());
  };
  return (
    <section data-testid="launch-progress" data-state={state}>
      <div style={{ display: "flex", alignItems: "center", gap: 12, minHeight: 30 }}>
        <h2>
          Launch by {launch.data.person}: {LAUNCH_WORDS[state]}
        </h2>
        {running && <Button onClick={() => act(stopLaunch)}>Stop</Button>}
        {(state === "INCOMPLETE" || state === "STOPPED") && (
          <Button type="primary" onClick={() => act(sendAgain)}>
            Send the rest again
          </Button>
        )}
      </div>
      <div
        className="launch-bar"
        role="progressbar"
        aria-valuenow={done(launch.data)}
        aria-valuemax={changes.length}
      >
        <i style={{ width: `${(done(launch.data) / changes.length) * 100}%` }} />
      </div>
      <p className="note" style={{ marginTop: 0 }}>
        {done(launch.data)} of {plural(changes.length, "change")} on the network
      </p>
      <table className="changes" aria-label="Progress">
        <thead>
          <tr>
            <th style={{ width: 80 }}>What</th>
            <th>Name on the network</th>
            <th style={{ width: 230 }}>Stands</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((c) => {
            const stand = standOf(c);
            return (
              <tr key={c.id} className={c.level} style={{ cursor: "default" }}>
                <td className="note">{LEVEL_WORDS[c.level]}</td>
                <td>
                  <span className="mono">{c.name}</span>
                </td>
                <td>
                  <span className={`stand ${stand.tone}`}>{stand.words}</span>
                  {c.problem && <div className="note">{c.problem}</div>}
                  {c.reviewState === "REFUSED" && c.reason && (
                    <div className="note">
                      {c.reason} <Link to={creativePath}>To the sheet</Link>
                    </div>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
