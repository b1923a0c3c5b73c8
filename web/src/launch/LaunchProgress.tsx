import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { follow } from "../api/client";
import { useChange } from "../frame/useChange";
import { count, moment, plural } from "../look/format";
import { HandedOver } from "./HandedOver";
import { ItemCells } from "./ItemCells";
import { LAUNCH_WORDS, standOf, type Launch, type Progress, type Standing } from "./model";
import { launchQuery, sendAgain, stopLaunch } from "./queries";
import { Changes } from "../frame/Editable";

const LINE_PX = 30;
const MOST_PX = 520;

/** The newest launch: how far it is, then what review says of each ad. */
export function LaunchProgress({
  clientId,
  launchId,
  byHand,
  creativePath,
}: {
  clientId: string;
  launchId: string;
  /** It was handed over, and is never sent. */
  byHand: boolean;
  creativePath: string;
}) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const query = launchQuery(clientId, launchId);
  const launch = useQuery({ ...query, refetchInterval: 4_000 });
  const [told, setTold] = useState<Standing>();
  const running = launch.data?.state === "RUNNING";
  useEffect(() => {
    if (!running) return;
    return follow<Standing>(
      `/api/clients/${encodeURIComponent(clientId)}/launches/${launchId}/progress`,
      setTold,
      () => void queries.invalidateQueries(),
    );
  }, [running, clientId, launchId, queries]);
  if (!launch.data) return null;
  const { changes, state } = launch.data;
  const kept = changes.filter((c) => c.state === "DONE").length;
  const done = Math.max(kept, running ? (told?.done ?? 0) : 0);
  const act = (what: typeof stopLaunch) => {
    void carryOut(what(clientId, launchId)).finally(() => void queries.invalidateQueries());
  };
  return (
    <section data-testid="launch-progress" data-state={state}>
      <div style={{ display: "flex", alignItems: "center", gap: 12, minHeight: 30 }}>
        <h2>
          Launch by {launch.data.person}: {LAUNCH_WORDS[state]}
        </h2>
        <Changes>
          {(running || state === "BY_HAND") && <Button onClick={() => act(stopLaunch)}>Stop</Button>}
          {(state === "INCOMPLETE" || state === "STOPPED") && (
            <Button type="primary" onClick={() => act(sendAgain)}>
              {byHand ? "Wait for its ids again" : "Send the rest again"}
            </Button>
          )}
        </Changes>
      </div>
      <div
        className="launch-bar"
        role="progressbar"
        aria-label="Launch"
        aria-valuenow={done}
        aria-valuemax={changes.length}
      >
        <i style={{ width: `${(done / changes.length) * 100}%` }} />
      </div>
      <p className="note" style={{ marginTop: 0 }}>
        {count(done)} of {plural(changes.length, "change")} on the network
      </p>
      {state === "BY_HAND" && <HandedOver clientId={clientId} launchId={launchId} />}
      <ProgressTable launch={launch.data} creativePath={creativePath} />
    </section>
  );
}

function ProgressTable({ launch, creativePath }: { launch: Launch; creativePath: string }) {
  const box = useRef<HTMLDivElement>(null);
  const { changes } = launch;
  const rows = useVirtualizer({
    count: changes.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE_PX,
    overscan: 12,
  });
  return (
    <div className="change-list" role="table" aria-label="Progress">
      <div className="progress-line head" role="row">
        <span role="columnheader">What</span>
        <span role="columnheader">Name on the network</span>
        <span role="columnheader">Stands</span>
      </div>
      <div
        ref={box}
        className="change-lines"
        style={{ height: Math.min(MOST_PX, Math.max(rows.getTotalSize(), changes.length * LINE_PX) + 2) }}
      >
        <div style={{ height: rows.getTotalSize(), position: "relative" }}>
          {rows.getVirtualItems().map((item) => {
            const c = changes[item.index]!;
            return (
              <div
                key={c.id}
                role="row"
                ref={rows.measureElement}
                data-index={item.index}
                className={`progress-line ${c.level}`}
                style={{ transform: `translateY(${item.start}px)` }}
              >
                <ItemCells level={c.level} name={c.name} />
                <span role="cell">
                  <Stands progress={c} creativePath={creativePath} />
                </span>
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Stands({ progress: c, creativePath }: { progress: Progress; creativePath: string }) {
  const stand = standOf(c);
  return (
    <>
      <span className={`stand ${stand.tone}`}>{stand.words}</span>
      {c.reviewState === "IN_REVIEW" && c.reviewDue && (
        <span className="note"> usually decided by {moment(c.reviewDue)}</span>
      )}
      {c.problem && <div className="note">{c.problem}</div>}
      {c.reviewState === "REFUSED" && c.reason && (
        <div className="note">
          {c.reason} <Link to={`${creativePath}?ad=${c.itemKey}`}>To the ad</Link>
        </div>
      )}
    </>
  );
}
