import "./signoff.css";
import { useQuery } from "@tanstack/react-query";
import { Button, Form, Input } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { doorQuery } from "../api/session";
import { signOffQuery } from "../api/signoffs";
import { Doorway } from "../look/Doorway";
import { day } from "../look/format";
import { type SignOff } from "./model";
import { enter, lookThrough, type SignOffPath } from "./queries";
import { Decide, Standing, useWork } from "./Work";

/** What stands behind the address; it never goes to a server as part of one. */
const secretOf = () => window.location.hash.slice(1);

/** Where somebody without an account comes by the link of a sign-off: they say who they are, and see that one. */
export function Guest() {
  const [secret] = useState(secretOf);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const door = useQuery(doorQuery);
  const link = useQuery({
    queryKey: ["guest", secret],
    queryFn: () => lookThrough(secret),
    enabled: !!door.data,
    retry: false,
    staleTime: Infinity,
  });
  if (link.error) return <Doorway title="This link" note={link.error.message} children={null} />;
  if (!link.data) return <Doorway title="…" note="" children={null} />;
  const { agency, client, plan, sentBy, name, expiresAt, enteredAs, colleague } = link.data;
  if (enteredAs) return <Seen guest={link.data} />;
  const come = async (as: string) => {
    setBusy(true);
    try {
      await enter(secret, as);
      await link.refetch();
    } catch (e) {
      setProblem((e as Error).message);
    }
    setBusy(false);
  };
  return (
    <Doorway
      title={`${plan}, for you to sign off`}
      note={`${sentBy} of ${agency} asks ${client} to look at it, by ${day(expiresAt.slice(0, 10))}. You need no account: what you say and decide stands under your name.`}
      problem={problem}
    >
      {colleague && (
        <p>
          {colleague.name} is signed in in this browser.{" "}
          {colleague.sees && (
            <>
              <a href={`/c/${link.data.clientId}/launch/sign-offs/${link.data.signOffId}`}>
                Look at it as {colleague.name}
              </a>
              .{" "}
            </>
          )}
          Coming in by the link signs {colleague.name} out here.
        </p>
      )}
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={{ name }}
        onFinish={(f: { name: string }) => void come(f.name)}
      >
        <Form.Item name="name" label="Your name" rules={[{ required: true, message: "Type your name." }]}>
          <Input autoFocus autoComplete="name" size="large" maxLength={80} />
        </Form.Item>
        <Button type="primary" htmlType="submit" size="large" block loading={busy}>
          Look at it
        </Button>
      </Form>
    </Doorway>
  );
}

function Seen({ guest }: { guest: Schemas["GuestView"] }) {
  const path = { clientId: guest.clientId, signOffId: guest.signOffId };
  const signOff = useQuery(signOffQuery(path.clientId, path.signOffId));
  if (signOff.error) return <Doorway title="This link" note={signOff.error.message} children={null} />;
  return signOff.data ? <Page guest={guest} signOff={signOff.data} path={path} /> : null;
}

function Page({
  guest,
  signOff,
  path,
}: {
  guest: Schemas["GuestView"];
  signOff: SignOff;
  path: SignOffPath;
}) {
  const { parts, comments, anew } = useWork(signOff, path);
  return (
    <div className="guest-page">
      <header>
        <div className="title">
          <h1>
            {guest.client}: {signOff.line.plan}
          </h1>
          <div className="note">
            {guest.sentBy} of {guest.agency} sent it. You are {guest.enteredAs}; the link is good until{" "}
            {day(guest.expiresAt.slice(0, 10))}.
          </div>
        </div>
        <Decide signOff={signOff} path={path} onDone={anew} />
      </header>
      <main>
        <Standing signOff={signOff} path={path} />
        {parts}
      </main>
      <aside>{comments}</aside>
    </div>
  );
}
