import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Modal } from "antd";
import { Link } from "react-router";
import { useEffect, useRef, useState } from "react";
import { type Schemas, askAgain } from "../api/client";
import { PLAN_PATHS } from "../api/plans";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { onNetworksQuery, pauseAll } from "./queries";

type OnNetwork = Schemas["LiveCampaign"];

/** Whether it runs, or is being paused; what only a person there can do leads to the table for it. */
function Stands({ clientId, campaign: c }: { clientId: string; campaign: OnNetwork }) {
  if (c.underWay && c.byHand) {
    return (
      <Link to={`/c/${clientId}/launch/${c.planId}/${c.campaignId}`}>
        {c.doing
          ? `to be ${c.doing === "PAUSE" ? "paused" : "resumed"} there by hand`
          : "being entered by hand"}
      </Link>
    );
  }
  return c.underWay ? "being told" : c.paused ? "paused" : "running";
}

/** Pauses everything of a client at once, and lets it run on; what the networks have not taken yet is told. */
export function PauseAll({ clientId, accounts }: { clientId: string; accounts: Schemas["AccountView"][] }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const [open, setOpen] = useState(false);
  const live = useQuery({
    ...onNetworksQuery(clientId),
    refetchInterval: (q) => (q.state.data?.some((c) => c.underWay) ? 1_000 : false),
  });
  const all = live.data ?? [];
  const running = all.filter((c) => !c.paused);
  const paused = all.filter((c) => c.paused);
  const busy = all.some((c) => c.underWay);
  const pausing = running.some((c) => c.doing === "PAUSE");
  const state = [busy, ...all.flatMap((c) => c.problem ?? [])].join("\n");
  const before = useRef(state);
  // What the networks have taken, or do not take, changes what the other screens say.
  useEffect(() => {
    if (before.current === state) return;
    before.current = state;
    void askAgain(queries, "/api/clients", "/api/clients/{clientId}", ...PLAN_PATHS);
  }, [state, queries]);
  if (all.length === 0) return null;
  const set = (to: boolean) => {
    void carryOut(pauseAll(clientId, to), (now) =>
      queries.setQueryData(onNetworksQuery(clientId).queryKey, now),
    );
  };
  const ads = running.reduce((sum, c) => sum + c.ads, 0);
  return (
    <>
      <Button danger={paused.length === 0} onClick={() => setOpen(true)}>
        {paused.length === 0 ? "Pause everything…" : `${plural(paused.length, "campaign")} paused…`}
      </Button>
      <Modal
        open={open}
        title={
          running.length === 0
            ? "Everything is paused"
            : pausing
              ? `Pausing ${plural(running.length, "campaign")}`
              : `Pause ${plural(running.length, "campaign")}?`
        }
        onCancel={() => setOpen(false)}
        footer={
          <>
            {(paused.length > 0 || pausing) && (
              <Button onClick={() => set(false)}>
                {paused.length > 0 ? "Let all run on" : "Stop, let all run"}
              </Button>
            )}
            {running.some((c) => c.doing !== "PAUSE") && (
              <Button type="primary" danger onClick={() => set(true)}>
                Pause everything now
              </Button>
            )}
          </>
        }
      >
        {running.length > 0 && (
          <p>
            {plural(ads, "ad")} on every network stop being shown. A launch that is under way stops; nothing
            is taken away, and all of it can run on later.
          </p>
        )}
        <table className="lines" aria-label="Campaigns on networks">
          <tbody>
            {all.map((c) => (
              <tr key={c.campaignId}>
                <td>
                  {c.campaign}
                  <div className="note">{accounts.find((a) => a.id === c.accountId)?.networkName}</div>
                </td>
                <td className="number">{plural(c.ads, "ad")}</td>
                <td className={c.paused ? "note" : ""}>
                  <Stands clientId={clientId} campaign={c} />
                  {c.problem && <div className="bad">{c.problem}</div>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal>
    </>
  );
}
