import "./signin.css";
import { Alert, Button, Form, Input } from "antd";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { type Schemas, send } from "../api/client";
import { inside } from "./inside";

/** Where a person says who they are. */
export function SignIn() {
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [search] = useSearchParams();
  // The first answer of the server brings the token that signing in needs.
  useEffect(() => {
    send("get", "/api/session").catch(() => undefined);
  }, []);
  const signIn = async (body: Schemas["SignIn"]) => {
    setBusy(true);
    try {
      await send("post", "/api/session", { body });
      window.location.assign(inside(search.get("then"), window.location.origin));
    } catch (e) {
      setProblem((e as Error).message);
      setBusy(false);
    }
  };
  return (
    <div className="signin">
      <div className="tide" aria-hidden="true">
        <svg viewBox="0 0 600 800" preserveAspectRatio="xMidYMid slice">
          {Array.from({ length: 15 }, (_, i) => (
            <path
              key={i}
              d={`M-40 ${150 + i * 44}c80-50 130 34 210 0s130 34 210 0 130 34 210 0 130 34 210 0`}
              stroke={["#e3d3a6", "#8fb6a4", "#c1764a", "#2f5b50", "#43776a"][i % 5]}
              strokeWidth={5 + (i % 4) * 3}
              opacity={0.25 + i * 0.045}
              fill="none"
              strokeLinecap="round"
            />
          ))}
        </svg>
      </div>
      <div className="door">
        <h1>Tidewrack</h1>
        <p className="note">Plan, launch and judge ads on every network from one sheet.</p>
        {problem && <Alert type="error" title={problem} style={{ marginBottom: 14 }} />}
        <Form layout="vertical" requiredMark={false} onFinish={(v: Schemas["SignIn"]) => void signIn(v)}>
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
      </div>
    </div>
  );
}
