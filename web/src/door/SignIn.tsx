import { useQuery } from "@tanstack/react-query";
import { Button, Form, Input } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { type Schemas, send } from "../api/client";
import { Doorway } from "../look/Doorway";
import { inside } from "./inside";
import { doorQuery } from "../api/session";

/** Where a person says who they are. */
export function SignIn() {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [half, setHalf] = useState(false);
  const [search] = useSearchParams();
  // The first answer of the server brings the token that signing in needs.
  const door = useQuery(doorQuery);
  const on = async (asked: Promise<Schemas["SignedIn"]>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const signedIn = await asked;
      if (signedIn.secondFactorWanted) {
        setHalf(true);
        setBusy(false);
      } else window.location.assign(inside(search.get("then"), window.location.origin));
    } catch (e) {
      setProblem((e as Error).message);
      setBusy(false);
    }
  };
  if (door.data && !door.data.founded) {
    return (
      <Doorway title="Tidewrack" note="Nobody has moved in yet.">
        <p>
          Open the address that <code>./tidewrack start</code> printed on the server. There the agency is
          named, and you with it.
        </p>
      </Doorway>
    );
  }
  if (half) {
    return (
      <Doorway
        title="Second factor"
        note="The six digits that your device shows now, or one of the codes on paper."
        problem={problem}
      >
        <Form
          key="second"
          layout="vertical"
          requiredMark={false}
          onFinish={(body: Schemas["SecondBody"]) => void on(send("post", "/api/session/second", { body }))}
        >
          <Form.Item name="code" label="Code" rules={[{ required: true, message: "Type the code." }]}>
            <Input autoFocus autoComplete="one-time-code" inputMode="text" size="large" maxLength={40} />
          </Form.Item>
          <Button type="primary" htmlType="submit" size="large" block loading={busy}>
            Go on
          </Button>
        </Form>
        <p className="note">
          Device and paper lost? An administrator of the agency can take the second factor off.
        </p>
      </Doorway>
    );
  }
  return (
    <Doorway
      title={door.data?.agency || "Tidewrack"}
      note="Plan, launch and judge ads on every network from one sheet."
      problem={problem}
    >
      <Form
        key="first"
        layout="vertical"
        requiredMark={false}
        onFinish={(body: Schemas["SignIn"]) => void on(send("post", "/api/session", { body }))}
      >
        <Form.Item name="email" label="E-mail" rules={[{ required: true, message: "Type your e-mail." }]}>
          <Input autoFocus autoComplete="username" size="large" />
        </Form.Item>
        <Form.Item
          name="password"
          label="Password"
          rules={[{ required: true, message: "Type your password." }]}
        >
          <Input.Password autoComplete="current-password" size="large" />
        </Form.Item>
        <Button type="primary" htmlType="submit" size="large" block loading={busy}>
          Sign in
        </Button>
      </Form>
      <p className="note">Password forgotten? An administrator of the agency makes a link for a new one.</p>
    </Doorway>
  );
}
