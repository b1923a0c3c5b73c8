import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input, Radio, Select } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../look/Dialog";
import { askAgain } from "../api/client";
import { CHANGES } from "../api/plans";
import { colleaguesQuery, sendForSignOff, signOffPath } from "../api/signoffs";
import { useChange } from "../frame/useChange";

const ANYBODY = "";

/** To whom a change list goes, and with what words. */
export function SendDialog(props: {
  clientId: string;
  planId: string;
  planVersion: number;
  campaignId: string;
  /** The other campaigns of the plan, which can be sent with it. */
  others: string[];
  /** What is sent, in words. */
  what: string;
  /** Of the change list; null for all of it. */
  keys: string[] | null;
  onClose: () => void;
}) {
  const { clientId, planId, planVersion, campaignId, keys, others } = props;
  const change = useChange();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const people = useQuery(colleaguesQuery(clientId));
  const approvers = (people.data ?? []).filter((p) => p.role === "APPROVER");
  const [asked, setAsked] = useState<string>();
  const [whole, setWhole] = useState(false);
  const [note, setNote] = useState("");
  const [busy, setBusy] = useState(false);
  const to = asked ?? approvers[0]?.id ?? ANYBODY;
  const send = async () => {
    setBusy(true);
    const campaigns = whole
      ? [campaignId, ...others].map((id) => ({ campaignId: id, keys: null }))
      : [{ campaignId, keys }];
    const body = { planVersion, campaigns, note, asked: to || null };
    await change(sendForSignOff(clientId, planId, body), async (sent) => {
      await askAgain(queries, "/api/clients/{clientId}/sign-offs", CHANGES);
      await navigate(signOffPath(clientId, sent.id));
    });
    setBusy(false);
  };
  return (
    <Dialog
      open
      title={whole ? "Send the plan for sign-off" : `Send ${props.what} for sign-off`}
      okText="Send"
      okButtonProps={{ loading: busy }}
      onCancel={props.onClose}
      onOk={() => void send()}
    >
      <p>
        It is sent as it is now, the plan at version {planVersion}. What is edited later is not covered by a
        yes to it.
      </p>
      <label className="signed-ask">
        To
        <Select
          aria-label="To whom"
          value={to}
          options={[
            ...approvers.map((p) => ({ value: p.id, label: p.name })),
            {
              value: ANYBODY,
              label: approvers.length > 0 ? "Any approver, or a guest by a link" : "A guest by a link",
            },
          ]}
          onChange={setAsked}
        />
      </label>
      {others.length > 0 && (
        <label className="signed-ask">
          What
          <Radio.Group
            value={whole}
            onChange={(e) => setWhole(e.target.value as boolean)}
            options={[
              { value: false, label: props.what },
              { value: true, label: `All that changes in the plan’s ${others.length + 1} campaigns` },
            ]}
          />
        </label>
      )}
      <Input.TextArea
        aria-label="Note"
        placeholder="What they should know"
        autoSize={{ minRows: 3, maxRows: 10 }}
        maxLength={2_000}
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
    </Dialog>
  );
}
