import "./signoff.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { commentsQuery, signOffPath, signOffsQuery } from "../api/signoffs";
import { Changes } from "../frame/Editable";
import { ownMoment, plural } from "../look/format";
import { STATE_WORDS } from "./model";
import { SendDialog } from "./SendDialog";

export const COVER_WORDS: Record<Schemas["ChangeTold"]["signOff"], string> = {
  NEEDS_NONE: "",
  APPROVED: "approved",
  WAITING: "waits for sign-off",
  CHANGED: "edited since approved",
  RETURNED: "returned",
  NEVER_SENT: "",
};

/** Whether a change may be launched where a sign-off is asked for. */
export const mayGo = (c: Schemas["ChangeTold"]) => c.signOff === "APPROVED" || c.signOff === "NEEDS_NONE";

/** How a change list stands to what approvers said, and the way to ask them. */
export function SignOffBand(props: {
  clientId: string;
  planId: string;
  campaignId: string;
  /** Of the plan, this one among them. */
  campaignIds: string[];
  list: Schemas["ChangesView"];
  /** Keys that are left out of the next launch. */
  left: ReadonlySet<string>;
  onLeave: (left: Set<string>) => void;
}) {
  const { clientId, planId, campaignId, list, left } = props;
  const [sending, setSending] = useState(false);
  const lines = useQuery(signOffsQuery(clientId));
  const comments = useQuery(commentsQuery(clientId, planId));
  const unanswered = (comments.data ?? []).filter((c) => !c.answers && !c.doneAt).length;
  const newest = lines.data?.find((l) => l.planId === planId && l.state !== "WITHDRAWN");
  const open = list.changes.filter((c) => !mayGo(c));
  const taken = list.changes.filter((c) => !left.has(c.key));
  const approved = list.changes.length - open.length;
  const asks = list.signOffDemanded && open.length > 0;
  return (
    <div className={`signoff-band ${asks ? "asks" : ""}`}>
      <div>
        {newest && list.changes.some((c) => c.signOff !== "NEVER_SENT") ? (
          <>
            <b>
              {open.length === 0
                ? "All of it is approved"
                : `${approved} of ${plural(list.changes.length, "change")} approved`}
            </b>{" "}
            <span className="note">
              <Link to={signOffPath(clientId, newest.id)}>Sign-off {newest.number}</Link>{" "}
              {STATE_WORDS[newest.state]} {ownMoment(newest.decidedAt ?? newest.sentAt)}
              {newest.decidedAs && ` by ${newest.decidedAs}`}
              {newest.reason && `: “${newest.reason}”`}
              {unanswered > 0 && ` · ${plural(unanswered, "open comment")}`}
            </span>
          </>
        ) : (
          <>
            <b>{list.signOffDemanded ? "This client asks for a sign-off" : "Not sent for sign-off"}</b>{" "}
            <span className="note">
              {list.signOffDemanded
                ? "What nobody approved is not launched."
                : "An approver can look at it first, with or without an account."}
            </span>
          </>
        )}
        {asks && approved > 0 && (
          <Button size="small" type="link" onClick={() => props.onLeave(new Set(open.map((c) => c.key)))}>
            Leave out what is not approved
          </Button>
        )}
      </div>
      <Changes>
        {open.length > 0 && (
          <Button
            type={asks ? "primary" : "default"}
            disabled={taken.length === 0}
            onClick={() => setSending(true)}
          >
            Send{" "}
            {taken.length < list.changes.length
              ? `${taken.length} of ${plural(list.changes.length, "change")}`
              : "it"}{" "}
            for sign-off…
          </Button>
        )}
      </Changes>
      {sending && (
        <SendDialog
          clientId={clientId}
          planId={planId}
          campaignId={campaignId}
          planVersion={list.planVersion}
          others={props.campaignIds.filter((id) => id !== campaignId)}
          what={plural(taken.length, "change")}
          keys={taken.length === list.changes.length ? null : [...new Set(taken.map((c) => c.key))]}
          onClose={() => setSending(false)}
        />
      )}
    </div>
  );
}
