import { Tooltip } from "antd";
import { useEffect, useState } from "react";
import { ago, plural } from "../look/format";
import { allKept, saving, useKept, waitingEdits } from "./kept";

/** Whether everything is kept. Always in sight, and true. */
export function KeptState() {
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
    return (
      <span className="kept wait" role="status">
        Not kept: no connection, {plural(edits, "edit")} waiting
      </span>
    );
  }
  if (saving(held)) {
    return (
      <span className="kept busy" role="status">
        Keeping…
      </span>
    );
  }
  if (refused) {
    return (
      <Tooltip title={refused}>
        <span className="kept refused" role="status">
          Last edit not taken
        </span>
      </Tooltip>
    );
  }
  return (
    <span className="kept" role="status">
      {keptAt ? `All kept, ${ago(now - keptAt)}` : "All kept"}
    </span>
  );
}
