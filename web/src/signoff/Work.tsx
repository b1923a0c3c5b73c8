import "./signoff.css";
import { useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useMemo, useState } from "react";
import { Dialog } from "../look/Dialog";
import { askAgain } from "../api/client";
import { MORNING_PATHS } from "../api/morning";
import { useChange } from "../frame/useChange";
import { ownMoment } from "../look/format";
import { Comments } from "./Comments";
import { editedWords, onlyPlace, PLAN, type Place, type SignOff } from "./model";
import { Part } from "./Part";
import { decide, paperUrl, say, setDone, type SignOffPath } from "./queries";

/** How it stands, in a band: who sent it and why, what was decided, and what a later edit left of that. */
export function Standing({ signOff, path }: { signOff: SignOff; path: SignOffPath }) {
  const { line } = signOff;
  const edited = editedWords(signOff);
  return (
    <div className={`signed-standing ${line.state}`} role="status">
      {line.state === "WAITING" && <b>{line.asked ? `Waits for ${line.asked}` : "Waits for an approver"}</b>}
      {line.state === "APPROVED" && <b>Approved by {line.decidedAs}</b>}
      {line.state === "RETURNED" && <b>Returned by {line.decidedAs}</b>}
      {line.state === "WITHDRAWN" && <b>Taken back by {line.sentBy} before anybody decided</b>}
      {line.decidedAt && line.state !== "WITHDRAWN" && (
        <span className="note">
          {" "}
          {ownMoment(line.decidedAt)}
          {line.paper && (
            <>
              {" · "}
              <a href={paperUrl(path)} download>
                Kept as PDF
              </a>
            </>
          )}
        </span>
      )}
      {line.reason && <p>“{line.reason}”</p>}
      {edited && <p className="edited-since">{edited}</p>}
      {line.note && (
        <p className="sent-note">
          <span className="note">{line.sentBy} says:</span> {line.note}
        </p>
      )}
    </div>
  );
}

/** The parts of it, and what is said of the place that is chosen. */
export function useWork(signOff: SignOff, path: SignOffPath) {
  const queries = useQueryClient();
  const [place, setPlace] = useState<Place>(PLAN);
  const media = useMemo(() => new Map(signOff.media.map((m) => [m.sha256, m])), [signOff.media]);
  const anew = () =>
    askAgain(
      queries,
      "/api/clients/{clientId}/sign-offs/{signOffId}",
      "/api/clients/{clientId}/sign-offs",
      ...MORNING_PATHS,
    );
  const parts = signOff.campaigns.map((campaign) => (
    <Part
      key={campaign.campaignId}
      clientId={path.clientId}
      clientName={signOff.client}
      campaign={campaign}
      comments={signOff.comments}
      formats={signOff.formats}
      media={media}
      place={place}
      onPlace={setPlace}
    />
  ));
  const comments = (
    <Comments
      comments={signOff.comments}
      campaigns={signOff.campaigns}
      place={place}
      maySay={signOff.mayComment}
      onPlace={setPlace}
      onSay={(at, says, answers) =>
        say(path, {
          place: onlyPlace(at),
          says,
          answers,
        }).then(anew)
      }
      onDone={(id, done) => setDone(path, id, done).then(anew)}
    />
  );
  return { parts, comments, anew };
}

/** The two answers; a return says why, a yes may. */
export function Decide({
  signOff,
  path,
  onDone,
}: {
  signOff: SignOff;
  path: SignOffPath;
  onDone: () => unknown;
}) {
  const change = useChange();
  const [asking, setAsking] = useState<"yes" | "no">();
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  if (!signOff.mayDecide) return null;
  const edited = editedWords(signOff);
  const go = async () => {
    setBusy(true);
    if (await change(decide(path, asking === "yes", says), onDone)) setAsking(undefined);
    setBusy(false);
  };
  return (
    <>
      <Button onClick={() => setAsking("no")}>Return…</Button>
      <Button type="primary" onClick={() => setAsking("yes")}>
        Approve…
      </Button>
      <Dialog
        open={!!asking}
        title={asking === "yes" ? `Approve ${signOff.line.plan}?` : `Return ${signOff.line.plan}`}
        onCancel={() => setAsking(undefined)}
        okText={asking === "yes" ? "Approve" : "Return it"}
        okButtonProps={{ loading: busy, disabled: asking === "no" && !says.trim() }}
        onOk={() => void go()}
      >
        <p>
          {asking === "yes"
            ? `You approve it as it was sent, the plan at version ${signOff.line.version}. It is kept as PDF under your name.`
            : "Say what is to be changed. It comes back to you once it is mended."}
          {asking === "yes" && edited && ` ${edited} That is not what you approve.`}
        </p>
        <Input.TextArea
          aria-label={asking === "yes" ? "What you want to say with it" : "Reason"}
          placeholder={asking === "yes" ? "Anything to say with it" : "What is to be changed"}
          autoSize={{ minRows: 3, maxRows: 10 }}
          maxLength={2_000}
          value={says}
          onChange={(e) => setSays(e.target.value)}
        />
      </Dialog>
    </>
  );
}
