import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Switch } from "antd";
import { useState } from "react";
import { useChange } from "../frame/useChange";
import { plural, word } from "../look/format";
import { sendFailedAgain, setWebhook, webhookQuery } from "./leadQueries";

/** Where new leads are sent on to, signed, and what came of the last ones. */
export function Webhook({ clientId }: { clientId: string }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const told = useQuery(webhookQuery(clientId));
  const [typed, setTyped] = useState<string>();
  const [secret, setSecret] = useState<string>();
  if (!told.data) return null;
  const url = typed ?? told.data.url;
  const took = (kept: typeof told.data) => {
    if (kept?.secret) setSecret(kept.secret);
    setTyped(undefined);
    queries.setQueryData(webhookQuery(clientId).queryKey, kept);
  };
  const keep = (active: boolean) => carryOut(setWebhook(clientId, { url, active }), took);
  return (
    <div className="webhook">
      <p className="note">
        Each new lead is posted to this address as JSON, with the time in{" "}
        <span className="mono">X-Tidewrack-Time</span> and, in{" "}
        <span className="mono">X-Tidewrack-Signature</span>, the HMAC-SHA-256 of that time, a line end and the
        body. What is not taken is tried again, 8 times in all; while the receiver does not answer, the other
        leads wait.
      </p>
      <div className="webhook-line">
        <Input
          aria-label="Address that leads are sent to"
          className="mono"
          placeholder="https://crm.example/leads"
          value={url}
          onChange={(e) => setTyped(e.target.value)}
        />
        <Button type="primary" disabled={!url || url === told.data.url} onClick={() => void keep(true)}>
          Send there
        </Button>
        {told.data.url && (
          <Switch
            aria-label="Sending"
            checked={told.data.active}
            checkedChildren="on"
            unCheckedChildren="off"
            onChange={(on) => void keep(on)}
          />
        )}
      </div>
      {secret && (
        <p className="secret">
          The secret, shown this once: <span className="mono">{secret}</span>
        </p>
      )}
      {told.data.failed > 0 && (
        <p>
          {plural(told.data.failed, "lead")} could not be sent and {word(told.data.failed, "is", "are")} not
          tried any more.{" "}
          <Button size="small" onClick={() => void carryOut(sendFailedAgain(clientId), took)}>
            Send all again
          </Button>
        </p>
      )}
      {told.data.log.length > 0 && <h3>The last ones</h3>}
      <table>
        <tbody>
          {told.data.log.slice(0, 12).map((l) => (
            <tr key={l.leadId}>
              <td className="mono">{l.leadId.slice(0, 8)}</td>
              <td>{l.state === "SENT" ? "sent" : l.state === "WAITING" ? "waiting" : "given up"}</td>
              <td>try {l.tries}</td>
              <td>{l.status ? `answered ${l.status}` : ""}</td>
              <td className="note">{l.problem}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
