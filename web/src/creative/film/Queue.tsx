import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Progress } from "antd";
import { useEffect, useRef } from "react";
import { mediaQuery } from "../../api/creatives";
import { useChange } from "../../frame/useChange";
import { jobWords } from "./model";
import { filmsQuery, isOpen, jobsQuery, stopJob } from "./queries";

/** What is being made, and what waits; done work is on the shelf. */
export function Queue({ clientId }: { clientId: string }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const jobs = useQuery(jobsQuery(clientId));
  const known = useRef<string[]>(undefined);
  useEffect(() => {
    if (!jobs.data) return;
    const done = jobs.data.filter((j) => j.state === "DONE").map((j) => j.id);
    if (known.current && done.some((id) => !known.current?.includes(id))) {
      void queries.invalidateQueries(mediaQuery(clientId));
      void queries.invalidateQueries(filmsQuery(clientId));
    }
    known.current = done;
  }, [jobs.data, clientId, queries]);
  const shown = jobs.data?.filter((j) => isOpen(j) || j.state === "FAILED").reverse() ?? [];
  if (shown.length === 0) return null;
  return (
    <section className="queue" aria-label="Being made">
      {shown.map((job) => (
        <div key={job.id} className={job.state === "FAILED" ? "wrong" : ""}>
          <b>{job.name}</b>
          {job.state === "RUNNING" && <Progress size="small" percent={job.percent} showInfo={false} />}
          <span className="note">{jobWords(job)}</span>
          {isOpen(job) && (
            <button
              className="link"
              onClick={() =>
                void carryOut(stopJob(clientId, job.id), () => queries.invalidateQueries(jobsQuery(clientId)))
              }
            >
              Stop
            </button>
          )}
        </div>
      ))}
    </section>
  );
}
