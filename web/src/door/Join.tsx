import { useQuery } from "@tanstack/react-query";
import { Button, Form, Input } from "antd";
import { useState } from "react";
import { type Schemas, send } from "../api/client";
import { PasswordItem } from "../look/PasswordItem";
import { Doorway } from "../look/Doorway";
import { doorQuery } from "../api/session";

/** What stands behind the address; it never goes to a server as part of one. */
const secretOf = () => window.location.hash.slice(1);

/** Where a person comes by a link: invited, or for a new password. */
export function Join() {
  const [secret] = useState(secretOf);
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const door = useQuery(doorQuery);
  const link = useQuery({
    queryKey: ["link", secret],
    queryFn: () => send("post", "/api/door/link", { body: { secret } }),
    enabled: !!door.data,
    retry: false,
    staleTime: Infinity,
  });
  const join = async (body: Omit<Schemas["JoinBody"], "secret">) => {
    setBusy(true);
    try {
      await send("post", "/api/door/joined", { body: { ...body, secret } });
      window.location.assign("/");
    } catch (e) {
      setProblem((e as Error).message);
      setBusy(false);
    }
  };
  if (link.error) return <Doorway title="This link" note={link.error.message} children={<BackToSignIn />} />;
  if (!link.data) return <Doorway title="…" note="" children={null} />;
  const { agency, name, email, comesFirst } = link.data;
  return (
    <Doorway
      title={comesFirst ? `Welcome to ${agency}` : "A new password"}
      note={
        comesFirst
          ? `${agency} plans and judges its ads here. You sign in as ${email}.`
          : `For ${email}. All your sessions of before end.`
      }
      problem={problem}
    >
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={{ name }}
        onFinish={(body: Omit<Schemas["JoinBody"], "secret">) => void join(body)}
      >
        <Form.Item name="name" label="Your name" rules={[{ required: true, message: "Type your name." }]}>
          <Input autoComplete="name" size="large" maxLength={80} />
        </Form.Item>
        <PasswordItem autoFocus />
        <Button type="primary" htmlType="submit" size="large" block loading={busy}>
          {comesFirst ? "Come in" : "Keep it"}
        </Button>
      </Form>
    </Doorway>
  );
}

function BackToSignIn() {
  return <a href="/signin">Sign in</a>;
}
