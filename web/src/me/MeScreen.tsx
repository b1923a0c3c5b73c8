import "./me.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Form, Input } from "antd";
import type { ReactNode } from "react";
import { NavLink, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { sessionQuery } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { PasswordItem } from "../look/PasswordItem";
import { changePassword, rename } from "./queries";
import { LookAndWriting } from "./LookAndWriting";
import { SecondFactor } from "./SecondFactor";
import { Sessions } from "./Sessions";
import { Tokens } from "./Tokens";
import { Waiting } from "../frame/Waiting";

const PARTS = [
  { path: "name", words: "Name and password" },
  { path: "preferences", words: "Look and writing" },
  { path: "second-factor", words: "Second factor" },
  { path: "sessions", words: "Sessions" },
  { path: "tokens", words: "Tokens for programs" },
];

/** What a person keeps of their own. */
export function MeScreen() {
  const { part = "name" } = useParams();
  const session = useQuery(sessionQuery);
  if (!session.data) return <Waiting on={[session]} />;
  const things = (
    <>
      <h3>You</h3>
      {PARTS.map((p) => (
        <NavLink key={p.path} to={`/me/${p.path}`} className={`thing line ${p.path === part ? "on" : ""}`}>
          <b>{p.words}</b>
        </NavLink>
      ))}
    </>
  );
  if (part === "preferences") return <LookAndWriting things={things} />;
  if (part === "second-factor") return <SecondFactor things={things} session={session.data} />;
  if (part === "sessions") return <Sessions things={things} />;
  if (part === "tokens") return <Tokens things={things} />;
  return <NameAndPassword things={things} session={session.data} />;
}

function NameAndPassword({ things, session }: { things: ReactNode; session: Schemas["SignedIn"] }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const [passwords] = Form.useForm<Schemas["PasswordBody"]>();
  return (
    <Columns things={things} title={session.name} note={session.email}>
      <div className="me-form">
        <h2>Name</h2>
        <Form
          layout="vertical"
          requiredMark={false}
          initialValues={{ name: session.name }}
          onFinish={({ name }: { name: string }) =>
            void carryOut(rename(name), async () => {
              await queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
              message.success("Kept.");
            })
          }
        >
          <Form.Item
            name="name"
            label="As others see it"
            rules={[{ required: true, message: "Type your name." }]}
          >
            <Input maxLength={80} autoComplete="name" />
          </Form.Item>
          <Button htmlType="submit">Keep the name</Button>
        </Form>
        <h2>Password</h2>
        <Form
          form={passwords}
          layout="vertical"
          requiredMark={false}
          onFinish={(body) =>
            void carryOut(changePassword(body), () => {
              passwords.resetFields();
              message.success("Changed. All your other sessions have ended.");
            })
          }
        >
          <Form.Item
            name="old"
            label="The one you have"
            rules={[{ required: true, message: "Type your password." }]}
          >
            <Input.Password autoComplete="current-password" />
          </Form.Item>
          <PasswordItem label="A new one" />
          <Button htmlType="submit">Change the password</Button>
        </Form>
      </div>
    </Columns>
  );
}
