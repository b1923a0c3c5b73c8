import { Tooltip } from "antd";
import { useEffect, useState } from "react";
import { ago, plural } from "../look/format";
import { allKept, saving, useKept, waitingEdits } from "./kept";

/** Whether everything is kept: always in sight, true, and told to whoever does not see it, with what an edit did. */
export function KeptState() {
  const { held, refused, did } = useKept();
  const edits = waitingEdits(held);
  const told =
    edits > 0
      ? `Not kept: no connection, ${plural(edits, "edit")} waiting`
      : saving(held)
        ? ""
        : refused
          ? `Not taken: ${refused}`
          : did && `Kept: ${did}`;
  return (
    <>
      <Shown />
      <span className="unseen" role="status" data-testid="told">
        {told}
      </span>
    </>
  );
}

function Shown() {
  const { held, refused, keptAt } = useKept();
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(tick);
  }, []);
  const edits = waitingEdits(held);
  const done = allKept(held);
  useEffect(() => {
    if (done) return;
    const warn = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [done]);

  if (edits > 0) {
    return <span className="kept wait">Not kept: no connection, {plural(edits, "edit")} waiting</span>;
  }
  if (saving(held)) {
    return <span className="kept busy">Keeping…</span>;
  }
  if (refused) {
    return (
      <Tooltip title={refused}>
        <span className="kept refused">Last edit not taken</span>
      </Tooltip>
    );
  }
  return <span className="kept">{keptAt ? `All kept, ${ago(now - keptAt)}` : "All kept"}</span>;
}
