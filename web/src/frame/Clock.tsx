import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Popover, Space } from "antd";
import { useEffect, useState } from "react";
import { type Schemas, at, follow, send } from "../api/client";
import { clockQuery } from "../api/clients";
import { moment } from "../look/format";
import { useChange } from "./useChange";

type Move = Schemas["MoveView"];

const STEPS = [
  { hours: 1, words: "1 hour" },
  { hours: 24, words: "1 day" },
  { hours: 24 * 7, words: "1 week" },
];

function progress(move: Move): number {
  const from = Date.parse(move.from);
  return (Date.parse(move.now) - from) / (Date.parse(move.target) - from);
}

/** The practice clock: what time it is there, and the way to move it on. */
export function Clock() {
  const carryOut = useChange();
  const queries = useQueryClient();
  const clock = useQuery({ ...clockQuery, refetchInterval: 20_000 });
  const [move, setMove] = useState<Move>();
  const [open, setOpen] = useState(false);
  const running = move ?? clock.data?.move ?? undefined;
  const runningId = running?.state === "RUNNING" ? running.id : undefined;

  useEffect(() => {
    if (!runningId) return;
    return follow<Move>(`/api/clock/moves/${runningId}/progress`, setMove, () => {
      setMove(undefined);
      void queries.invalidateQueries();
    });
  }, [runningId, queries]);

  const start = (hours: number) => {
    void carryOut(send("post", "/api/clock/moves", { body: { hours } }), setMove);
  };
  const stop = () => {
    if (runningId) {
      void send("post", "/api/clock/moves/{moveId}/stop", at({ moveId: runningId }));
    }
  };

  const shown = running?.now ?? clock.data?.now;
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      trigger="click"
      placement="bottomRight"
      content={
        <div style={{ width: 300 }}>
          <p className="note" style={{ marginTop: 0 }}>
            The practice network stands still until you move its clock. Ads are reviewed, shown and reported
            while it moves. Times are UTC.
          </p>
          {runningId ? (
            <Button block onClick={stop}>
              Stop the clock
            </Button>
          ) : (
            <Space.Compact block>
              {STEPS.map((s) => (
                <Button key={s.hours} style={{ flex: 1 }} onClick={() => start(s.hours)}>
                  On by {s.words}
                </Button>
              ))}
            </Space.Compact>
          )}
        </div>
      }
    >
      <button className="plain clock" data-testid="clock">
        <span className="words">{runningId ? "Moving to" : "Practice clock"}</span>{" "}
        <b>{shown ? moment(runningId && running ? running.target : shown) : "away"}</b>
        {runningId && running && (
          <div
            className="bar"
            role="progressbar"
            aria-label="Clock"
            aria-valuenow={Math.round(progress(running) * 100)}
          >
            <i style={{ width: `${progress(running) * 100}%` }} />
          </div>
        )}
      </button>
    </Popover>
  );
}
