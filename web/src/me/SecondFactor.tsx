import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Form, Input, Modal, QRCode } from "antd";
import { useState, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { sessionQuery } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { newCodes, offerQuery, turnOff, turnOn } from "./queries";
import { Waiting } from "../frame/Waiting";

const FEW_CODES = 3;

/** Codes of a device beside the password, and codes on paper for when it is lost. */
export function SecondFactor({ things, session }: { things: ReactNode; session: Schemas["SignedIn"] }) {
  const queries = useQueryClient();
  const [codes, setCodes] = useState<string[]>();
  const [asking, setAsking] = useState<"codes" | "off">();
  const carryOut = useChange();
  const again = () => queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
  const shown = async (told: Schemas["RecoveryCodes"]) => {
    setCodes(told.codes);
    await again();
  };
  const prove = (password: string) =>
    asking === "codes" ? carryOut(newCodes(password), shown) : carryOut(turnOff(password), again);
  return (
    <Columns
      things={things}
      title="Second factor"
      note={
        session.secondFactor
          ? "On: a code is asked for beside your password"
          : session.secondFactorDue
            ? "The agency asks for one: turn it on, and all else opens"
            : "Off: your password is enough"
      }
    >
      {codes ? (
        <Paper codes={codes} onDone={() => setCodes(undefined)} />
      ) : session.secondFactor ? (
        <>
          <p className={session.recoveryCodes < FEW_CODES ? "fault" : undefined}>
            {plural(session.recoveryCodes, "code")} on paper {session.recoveryCodes === 1 ? "is" : "are"}{" "}
            left.
          </p>
          <div className="me-actions">
            <Button onClick={() => setAsking("codes")}>New codes on paper…</Button>
            <Button danger onClick={() => setAsking("off")}>
              Turn it off…
            </Button>
          </div>
        </>
      ) : (
        <TurnOn onOn={shown} />
      )}
      {asking && (
        <Prove
          title={asking === "codes" ? "New codes on paper" : "Turn the second factor off"}
          onClose={() => setAsking(undefined)}
          prove={prove}
        />
      )}
    </Columns>
  );
}

function TurnOn({ onOn }: { onOn: (told: Schemas["RecoveryCodes"]) => Promise<unknown> }) {
  const offer = useQuery(offerQuery);
  const carryOut = useChange();
  if (!offer.data) return <Waiting on={[offer]} />;
  const { secret, address } = offer.data;
  return (
    <div className="turn-on">
      <div>
        <QRCode
          aria-label="The secret as squares, for an app to read"
          value={address}
          size={180}
          bordered={false}
          color="#20302c"
          bgColor="#fffdf8"
        />
        <p className="note">Or type it in:</p>
        <p className="mono typed-secret">{secret.match(/.{4}/g)?.join(" ")}</p>
      </div>
      <div className="me-form">
        <p>
          Let an app on your phone that shows such codes read the squares. It then shows six digits, new ones
          each half minute; type those it shows now.
        </p>
        <Form
          layout="vertical"
          requiredMark={false}
          onFinish={(filled: { code: string; password: string }) =>
            void carryOut(turnOn({ ...filled, secret }), onOn)
          }
        >
          <Form.Item name="code" label="Code" rules={[{ required: true, message: "Type the six digits." }]}>
            <Input inputMode="numeric" autoComplete="one-time-code" maxLength={6} />
          </Form.Item>
          <Form.Item
            name="password"
            label="Your password"
            rules={[{ required: true, message: "Type your password." }]}
          >
            <Input.Password autoComplete="current-password" />
          </Form.Item>
          <Button type="primary" htmlType="submit">
            Turn it on
          </Button>
        </Form>
      </div>
    </div>
  );
}

function Paper({ codes, onDone }: { codes: string[]; onDone: () => void }) {
  return (
    <div className="paper">
      <h2>Put these on paper</h2>
      <p>
        Each lets you in once when the device is not at hand. They are shown only now; whoever has them and
        your password is you.
      </p>
      <ol className="mono">
        {codes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ol>
      <div className="me-actions">
        <Button className="not-printed" onClick={() => window.print()}>
          Print
        </Button>
        <Button className="not-printed" type="primary" onClick={onDone}>
          I have them
        </Button>
      </div>
    </div>
  );
}

function Prove(props: { title: string; onClose: () => void; prove: (password: string) => Promise<boolean> }) {
  const [form] = Form.useForm<{ password: string }>();
  return (
    <Modal open title={props.title} okText="Go on" onCancel={props.onClose} onOk={form.submit}>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        onFinish={({ password }) => void props.prove(password).then((done) => done && props.onClose())}
      >
        <Form.Item
          name="password"
          label="Your password"
          rules={[{ required: true, message: "Type your password." }]}
        >
          <Input.Password autoFocus autoComplete="current-password" />
        </Form.Item>
      </Form>
    </Modal>
  );
}
