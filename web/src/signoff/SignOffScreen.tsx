import { useQuery } from "@tanstack/react-query";
import { App, Button, Input, InputNumber, Modal } from "antd";
import { useState } from "react";
import { Link, Navigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { signOffPath, signOffQuery, signOffsQuery } from "../api/signoffs";
import { Columns } from "../frame/Columns";
import { useReads } from "../frame/reads";
import { useChange } from "../frame/useChange";
import { day, ownMoment } from "../look/format";
import { LinkShown } from "../look/LinkShown";
import { STATE_WORDS, type SignOff } from "./model";
import { endLink, makeLink, takeBack, type SignOffPath } from "./queries";
import { Decide, Standing, useWork } from "./Work";
import { Waiting } from "../frame/Waiting";

/** What was sent for sign-off at one client, and the one that is looked at. */
export function SignOffScreen() {
  const { clientId = "", signOffId } = useParams();
  const lines = useQuery(signOffsQuery(clientId));
  const one = useQuery({ ...signOffQuery(clientId, signOffId ?? ""), enabled: !!signOffId });
  const first = lines.data?.find((l) => l.state === "WAITING") ?? lines.data?.[0];
  if (!signOffId && first) return <Navigate replace to={signOffPath(clientId, first.id)} />;
  const things = (
    <>
      <h3>Sign-offs{lines.data && `, ${lines.data.length}`}</h3>
      {lines.data?.map((l) => (
        <Link
          key={l.id}
          to={signOffPath(clientId, l.id)}
          className={`thing ${l.id === signOffId ? "on" : ""}`}
          aria-current={l.id === signOffId}
        >
          <b>
            {l.plan}, {l.number}
          </b>
          <div className="note">
            <span className={`signed-state ${l.state}`}>{STATE_WORDS[l.state]}</span>
            <span>{ownMoment(l.decidedAt ?? l.sentAt)}</span>
          </div>
        </Link>
      ))}
    </>
  );
  if (!one.data || !signOffId) {
    return (
      <Columns looking things={things} title="Sign-offs">
        {(!lines.data || signOffId) && <Waiting on={[lines, one]} />}
        {lines.data?.length === 0 && (
          <div className="empty">
            <h2>Nothing was sent for sign-off yet</h2>
            <p>A change list is sent from where it is launched: all of it, or the lines that are ticked.</p>
            <Link to={`/c/${clientId}/launch`}>To the change list</Link>
          </div>
        )}
      </Columns>
    );
  }
  return <One key={signOffId} signOff={one.data} path={{ clientId, signOffId }} things={things} />;
}

function One({ signOff, path, things }: { signOff: SignOff; path: SignOffPath; things: React.ReactNode }) {
  const { line } = signOff;
  const change = useChange();
  const { parts, comments, anew } = useWork(signOff, path);
  const waits = line.state === "WAITING";
  return (
    <Columns
      looking
      things={things}
      title={`${line.plan}, sign-off ${line.number}`}
      note={`${line.sentBy} sent it ${ownMoment(line.sentAt)}; the plan at version ${line.version}${
        signOff.nowAtVersion === line.version ? "" : `, now at ${signOff.nowAtVersion}`
      }`}
      looks={<Decide signOff={signOff} path={path} onDone={anew} />}
      actions={
        waits && (
          <>
            <Button onClick={() => void change(takeBack(path), anew)}>Take it back</Button>
            <MakeLink path={path} onMade={anew} />
          </>
        )
      }
      facts={
        <>
          {comments}
          <Links signOff={signOff} path={path} onEnded={anew} />
        </>
      }
    >
      <Standing signOff={signOff} path={path} />
      {parts}
    </Columns>
  );
}

/** Links that are open, for those without an account. */
function Links({ signOff, path, onEnded }: { signOff: SignOff; path: SignOffPath; onEnded: () => unknown }) {
  const change = useChange();
  const reads = useReads();
  if (signOff.links.length === 0 || reads) return null;
  return (
    <section className="signed-links">
      <h3>Open links</h3>
      {signOff.links.map((l) => (
        <p key={l.id}>
          <b>{l.name}</b>{" "}
          <span className="note">
            until {day(l.expiresAt.slice(0, 10))}
            {l.usedAt ? `, opened ${ownMoment(l.usedAt)}` : ", not opened yet"}
          </span>{" "}
          <Button size="small" type="link" onClick={() => void change(endLink(path, l.id), onEnded)}>
            End
          </Button>
        </p>
      ))}
    </section>
  );
}

function MakeLink({ path, onMade }: { path: SignOffPath; onMade: () => unknown }) {
  const { message } = App.useApp();
  const [asking, setAsking] = useState(false);
  const [body, setBody] = useState<Schemas["GuestBody"]>({ name: "", days: 7 });
  const [made, setMade] = useState<Schemas["GuestLinkTold"]>();
  const make = async () => {
    try {
      setMade(await makeLink(path, body));
      setAsking(false);
      await onMade();
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  return (
    <>
      <Button type="primary" onClick={() => setAsking(true)}>
        Link for a guest…
      </Button>
      <Modal
        open={asking}
        title="For somebody without an account"
        okText="Make the link"
        okButtonProps={{ disabled: !body.name.trim() }}
        onCancel={() => setAsking(false)}
        onOk={() => void make()}
      >
        <p>
          Whoever has the link sees this sign-off and what it shows, comments and decides under the name they
          give, and sees nothing else of the client.
        </p>
        <label className="signed-ask">
          For
          <Input
            aria-label="For whom"
            autoFocus
            maxLength={80}
            placeholder="Their name"
            value={body.name}
            onChange={(e) => setBody({ ...body, name: e.target.value })}
          />
        </label>
        <label className="signed-ask">
          Good for
          <InputNumber
            aria-label="Days"
            min={1}
            max={30}
            suffix="days"
            value={body.days}
            onChange={(days) => setBody({ ...body, days: days ?? 7 })}
          />
        </label>
      </Modal>
      {made && (
        <LinkShown
          page="sign"
          secret={made.secret}
          expiresAt={made.link.expiresAt}
          onClose={() => setMade(undefined)}
        >
          For {made.link.name}. Whoever has it can approve under their name, so send it to them alone.
        </LinkShown>
      )}
    </>
  );
}
