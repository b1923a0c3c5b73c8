import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Form, Input, InputNumber, Modal, Select } from "antd";
import { Dialog } from "../look/Dialog";
import { useState, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { clientsQuery } from "../api/clients";
import { ROLES, roleOptions, type Role } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { day } from "../look/format";
import { endToken, makeToken, tokensQuery } from "./queries";
import { Waiting } from "../frame/Waiting";

const ALL = "";

/** What programs show instead of signing in: spreadsheets, calendars, scripts. */
export function Tokens({ things }: { things: ReactNode }) {
  const tokens = useQuery(tokensQuery);
  const clients = useQuery(clientsQuery);
  const queries = useQueryClient();
  const carryOut = useChange();
  const [making, setMaking] = useState(false);
  const [told, setTold] = useState<Schemas["TokenTold"]>();
  if (!tokens.data || !clients.data) return <Waiting on={[tokens, clients]} />;
  const again = () => queries.invalidateQueries({ queryKey: tokensQuery.queryKey });
  const named = new Map(clients.data.map((c) => [c.id, c.name]));
  return (
    <Columns
      things={things}
      title="Tokens for programs"
      note="A program that shows one asks in your name, and may do no more than it says"
      actions={
        <Button type="primary" onClick={() => setMaking(true)}>
          Make a token…
        </Button>
      }
    >
      {tokens.data.length === 0 ? (
        <p className="note">
          None. A spreadsheet reads results by one, a calendar program flights, launches and looks of tests.
        </p>
      ) : (
        <table className="lines me-table">
          <thead>
            <tr>
              <th>For</th>
              <th>At</th>
              <th>May</th>
              <th>Until</th>
              <th>Last used</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {tokens.data.map((t) => (
              <tr key={t.id}>
                <td>
                  <b>{t.name}</b>
                </td>
                <td>{t.clientId ? (named.get(t.clientId) ?? "a client you left") : "all your clients"}</td>
                <td>{t.role === "VIEWER" ? "only read" : ROLES[t.role].does}</td>
                <td className={Date.parse(t.expiresAt) < Date.now() ? "bad" : undefined}>
                  {day(t.expiresAt.slice(0, 10))}
                </td>
                <td>{t.usedAt ? day(t.usedAt.slice(0, 10)) : <span className="note">never</span>}</td>
                <td className="number">
                  <Button size="small" onClick={() => void carryOut(endToken(t.id), again)}>
                    End it
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {making && (
        <MakeToken
          clients={clients.data}
          onClose={() => setMaking(false)}
          onMade={(made) => {
            setMaking(false);
            setTold(made);
            void again();
          }}
        />
      )}
      {told && <Told told={told} clients={clients.data} onClose={() => setTold(undefined)} />}
    </Columns>
  );
}

interface Filled {
  name: string;
  clientId: string;
  role: Role;
  days: number;
}

function MakeToken(props: {
  clients: Schemas["ClientLine"][];
  onClose: () => void;
  onMade: (made: Schemas["TokenTold"]) => void;
}) {
  const [form] = Form.useForm<Filled>();
  const clientId = Form.useWatch("clientId", form);
  const carryOut = useChange();
  const own = props.clients.find((c) => c.id === clientId)?.role ?? "VIEWER";
  // By rising right, as far as the person's own.
  const order: Role[] = ["VIEWER", "APPROVER", "BUYER"];
  const roles = roleOptions().filter((r) => order.indexOf(r.value) <= order.indexOf(own));
  return (
    <Dialog
      open
      title="Make a token"
      okText="Make it"
      onCancel={props.onClose}
      onOk={form.submit}
      mask={{ closable: false }}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{ clientId: props.clients[0]?.id ?? ALL, role: "VIEWER", days: 90 }}
        onFinish={({ clientId: at, ...filled }) =>
          void carryOut(makeToken({ ...filled, clientId: at === ALL ? null : at }), props.onMade)
        }
      >
        <Form.Item name="name" label="For what" rules={[{ required: true, message: "Say what it is for." }]}>
          <Input autoFocus maxLength={80} placeholder="Monday's spreadsheet" />
        </Form.Item>
        <div className="fields-line">
          <Form.Item name="clientId" label="At">
            <Select
              options={[
                ...props.clients.map((c) => ({ value: c.id, label: c.name })),
                { value: ALL, label: "all your clients" },
              ]}
              onChange={() => form.setFieldValue("role", "VIEWER")}
            />
          </Form.Item>
          <Form.Item name="role" label="May">
            <Select options={roles} />
          </Form.Item>
          <Form.Item name="days" label="Days">
            <InputNumber min={1} max={366} style={{ width: "100%" }} />
          </Form.Item>
        </div>
      </Form>
    </Dialog>
  );
}

function Told(props: { told: Schemas["TokenTold"]; clients: Schemas["ClientLine"][]; onClose: () => void }) {
  const { token, view } = props.told;
  const client = `${window.location.origin}/api/clients/${view.clientId ?? props.clients[0]?.id ?? "…"}`;
  const lines = [
    { label: "The token", value: token },
    {
      label: "Results by day and campaign, for a spreadsheet",
      value: `${client}/results/lines.csv?by=DAY&by=CAMPAIGN&token=${token}`,
    },
    { label: "Flights, launches and looks, for a calendar", value: `${client}/calendar.ics?token=${token}` },
  ];
  return (
    <Modal
      open
      title={view.name}
      onCancel={props.onClose}
      footer={
        <Button type="primary" onClick={props.onClose}>
          I have it
        </Button>
      }
    >
      <p>It is shown only now. Who has it reads what you read; end it when it is no longer wanted.</p>
      {lines.map((l) => (
        <label key={l.label} className="told-line">
          {l.label}
          <Input readOnly value={l.value} onFocus={(e) => e.target.select()} />
        </label>
      ))}
    </Modal>
  );
}
