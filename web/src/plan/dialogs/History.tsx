import { useQuery } from "@tanstack/react-query";
import { Drawer } from "antd";
import { ask, at, versioned } from "../../api/client";
import { ownMoment } from "../../look/format";

const historyQuery = (clientId: string, planId: string, version: number) =>
  versioned(
    ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/history", at({ clientId, planId })),
    version,
  );

const STATES: Record<string, string> = { UNDONE: "undone", DROPPED: "cannot be undone" };

/** Every change of the plan, what was sent for sign-off and what was said: what, who and when, the newest first. */
export function History(props: { clientId: string; planId: string; version: number; onClose: () => void }) {
  const history = useQuery(historyQuery(props.clientId, props.planId, props.version));
  return (
    <Drawer open title="What was changed" size={420} onClose={props.onClose}>
      {history.data?.length === 0 && <p className="note">Nothing yet. Every change will stand here.</p>}
      <ol className="history">
        {history.data?.map((line) => (
          <li key={line.id} className={line.state === "DONE" ? "" : "undone"}>
            <b>{line.words}</b>
            <span className="note">
              {line.person}, {ownMoment(line.at)}
              {STATES[line.state] && ` · ${STATES[line.state]}`}
            </span>
          </li>
        ))}
      </ol>
    </Drawer>
  );
}
