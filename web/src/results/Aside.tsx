import { useQuery } from "@tanstack/react-query";
import { Modal } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { plural } from "../look/format";
import { doubtWords, whenTold } from "./doubts";
import { asideQuery } from "./queries";

/** Lines of networks' reports that do not count, one press away; nothing where all is believed. */
export function Aside({ clientId }: { clientId: string }) {
  const aside = useQuery(asideQuery(clientId));
  const [search] = useSearchParams();
  const [open, setOpen] = useState(search.has("aside"));
  const lines = aside.data ?? [];
  if (lines.length === 0) return null;
  return (
    <>
      <button className="thing line" onClick={() => setOpen(true)}>
        <b>Put aside</b>
        <span className="note soon">{plural(lines.length, "line")} of reports, not counted</span>
      </button>
      <Modal
        open={open}
        width="min(960px, 94vw)"
        title="Lines of reports that are not counted"
        footer={null}
        onCancel={() => setOpen(false)}
      >
        <p>
          What networks told here cannot be right, so it is left out of every number. Once a network tells an
          hour or a day anew, and right, it counts, and its line goes.
        </p>
        <div className="aside-lines" role="region" aria-label="Lines" tabIndex={0}>
          <table className="lines" aria-label="Lines that are not counted">
            <thead>
              <tr>
                <th>Account</th>
                <th>Ad</th>
                <th>Hour or day</th>
                <th>What is wrong</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((l) => (
                <tr key={[l.accountId, l.report, l.ad, l.at].join(" ")}>
                  <td>{l.account}</td>
                  <td className="aside-ad">{l.name ?? (l.ad || "not told")}</td>
                  <td>{whenTold(l)}</td>
                  <td>{doubtWords(l)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Modal>
    </>
  );
}
