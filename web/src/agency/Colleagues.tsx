import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, Form, Input, Select } from "antd";
import { useState, type ReactNode } from "react";
import { Several } from "../look/Several";
import { Dialog } from "../look/Dialog";
import type { Schemas } from "../api/client";
import { agencyClientsQuery, ROLES, roleOptions, sessionQuery, type Role } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { day, plural } from "../look/format";
import { LinkShown } from "../look/LinkShown";
import {
  changePerson,
  colleaguesQuery,
  invite,
  linkFor,
  setPart,
  takeSecondFactorOff,
  type Colleague,
} from "./queries";
import { Waiting } from "../frame/Waiting";

/** Where a person stands, in a word or two. */
function standing(p: Colleague): string {
  if (p.training) return "made up, to practise with";
  if (p.closedAt) return `left ${day(p.closedAt.slice(0, 10))}`;
  if (!p.came)
    return p.linkUntil ? `invited until ${day(p.linkUntil.slice(0, 10))}` : "invited; the link has ended";
  return p.administrator ? "administrator" : "";
}

/** The agency's people, and what each may do. */
export function Colleagues({ things }: { things: ReactNode }) {
  const people = useQuery(colleaguesQuery);
  const clients = useQuery(agencyClientsQuery);
  const [chosen, setChosen] = useState<string>();
  const [inviting, setInviting] = useState(false);
  const [link, setLink] = useState<Schemas["LinkMade"]>();
  if (!people.data || !clients.data) return <Waiting on={[people, clients]} />;
  const one = people.data.people.find((p) => p.id === chosen);
  const named = new Map(clients.data.map((c) => [c.id, c.name]));
  return (
    <Columns
      things={things}
      title="People"
      note={plural(people.data.people.filter((p) => !p.closedAt && !p.training).length, "person", "people")}
      actions={
        <Button type="primary" onClick={() => setInviting(true)}>
          Invite…
        </Button>
      }
      facts={one && <OneColleague key={one.id} person={one} clients={clients.data} onLink={setLink} />}
    >
      <table className="lines">
        <thead>
          <tr>
            <th>Name</th>
            <th>Works for</th>
            <th>Second factor</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {people.data.people.map((p) => (
            <tr
              key={p.id}
              className={`go ${p.id === chosen ? "on" : ""} ${p.closedAt ? "gone" : ""}`}
              onClick={() => setChosen(p.id)}
            >
              <td>
                <button className="plain" aria-pressed={p.id === chosen}>
                  <b>{p.name}</b>
                </button>
                <div className="note">{p.email}</div>
              </td>
              <td>
                {p.parts.map((part) => (
                  <div key={part.clientId}>
                    {named.get(part.clientId)} <span className="note">{ROLES[part.role].words}</span>
                  </div>
                ))}
                {p.parts.length === 0 && <span className="note">no client</span>}
              </td>
              <td>{p.secondFactor ? "on" : <span className="note">off</span>}</td>
              <td>{standing(p)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {inviting && (
        <Invite
          clients={clients.data}
          mail={people.data.mail}
          onClose={() => setInviting(false)}
          onMade={(made) => {
            setInviting(false);
            setChosen(made.personId);
            setLink(made);
          }}
        />
      )}
      {link && (
        <LinkShown page="join" {...link} onClose={() => setLink(undefined)}>
          {link.mailed ? "It was sent to them." : "Give it to them as you would a key."} It is good once.
        </LinkShown>
      )}
    </Columns>
  );
}

function OneColleague(props: {
  person: Colleague;
  clients: Schemas["AgencyClientView"][];
  onLink: (link: Schemas["LinkMade"]) => void;
}) {
  const { person } = props;
  const queries = useQueryClient();
  const { modal } = App.useApp();
  const carryOut = useChange();
  const session = useQuery(sessionQuery);
  const self = session.data?.id === person.id;
  const kept = (now: Schemas["ColleaguesView"]) => queries.setQueryData(colleaguesQuery.queryKey, now);
  const parts = new Map(person.parts.map((p) => [p.clientId, p]));
  const give = (clientId: string, part: Schemas["RoleBody"]) =>
    void carryOut(setPart(person.id, clientId, part), async (now) => {
      kept(now);
      await queries.invalidateQueries({ queryKey: ["get", "/api/clients"] });
    });
  const change = (to: Partial<Schemas["ColleagueBody"]>) =>
    carryOut(
      changePerson(person.id, {
        administrator: person.administrator,
        closed: person.closedAt != null,
        ...to,
      }),
      kept,
    );
  const close = () =>
    modal.confirm({
      title: `${person.name} leaves?`,
      content:
        "All their sessions and tokens end now. What they made stays, under their name. They can be let in again.",
      okText: "They leave",
      okButtonProps: { danger: true },
      onOk: () => change({ closed: true }),
    });
  return (
    <>
      <h2>{person.name}</h2>
      <p className="note">{person.email}</p>
      {!person.training && !person.closedAt && (
        <>
          <p>
            <Checkbox
              checked={person.administrator}
              onChange={(e) => void change({ administrator: e.target.checked })}
            >
              Administrator: keeps people, clients and the agency
            </Checkbox>
          </p>
          <div className="fact-actions">
            <Button size="small" onClick={() => void carryOut(linkFor(person.id), props.onLink)}>
              {person.came ? "Link for a new password" : "New link to come by"}
            </Button>
            {person.secondFactor && (
              <Button size="small" onClick={() => void carryOut(takeSecondFactorOff(person.id), kept)}>
                Take the second factor off
              </Button>
            )}
            {!self && (
              <Button size="small" danger onClick={close}>
                They leave…
              </Button>
            )}
          </div>
        </>
      )}
      {person.closedAt && (
        <Button size="small" onClick={() => void change({ closed: false })}>
          Let them in again
        </Button>
      )}
      <h3 className="apart">At each client</h3>
      {props.clients.map((c) => (
        <div key={c.id} className="role-line">
          <span title={c.name}>{c.name}</span>
          <Select<Role | "NONE">
            size="small"
            aria-label={`What ${person.name} may do at ${c.name}`}
            value={parts.get(c.id)?.role ?? "NONE"}
            options={[...roleOptions(), { value: "NONE" as const, label: "no part" }]}
            labelRender={(chosen) =>
              chosen.value === "NONE" ? "no part" : ROLES[chosen.value as Role].words
            }
            popupMatchSelectWidth={false}
            onChange={(role) => give(c.id, { role: role === "NONE" ? null : role, seesLeads: null })}
          />
          {parts.has(c.id) && (
            <Checkbox
              checked={parts.get(c.id)?.seesLeads}
              aria-label={`${person.name} sees leads of ${c.name}`}
              title="May see, answer, export and erase what people sent to this client"
              onChange={(e) => give(c.id, { role: parts.get(c.id)?.role, seesLeads: e.target.checked })}
            >
              leads
            </Checkbox>
          )}
        </div>
      ))}
      {props.clients.length === 0 && <p className="note">There is no client yet.</p>}
    </>
  );
}

interface Filled {
  name: string;
  email: string;
  administrator?: boolean;
  clients?: string[];
  role: Role;
}

function Invite(props: {
  clients: Schemas["AgencyClientView"][];
  mail: boolean;
  onClose: () => void;
  onMade: (made: Schemas["LinkMade"]) => void;
}) {
  const [form] = Form.useForm<Filled>();
  const queries = useQueryClient();
  const carryOut = useChange();
  const [busy, setBusy] = useState(false);
  const make = async (filled: Filled) => {
    setBusy(true);
    await carryOut(
      invite({
        name: filled.name,
        email: filled.email,
        administrator: filled.administrator ?? false,
        parts: (filled.clients ?? []).map((clientId) => ({ clientId, role: filled.role })),
      }),
      async (made) => {
        await queries.invalidateQueries({ queryKey: colleaguesQuery.queryKey });
        props.onMade(made);
      },
    );
    setBusy(false);
  };
  return (
    <Dialog
      open
      title="Invite somebody"
      onCancel={props.onClose}
      okText={props.mail ? "Send the link" : "Make the link"}
      confirmLoading={busy}
      onOk={form.submit}
      mask={{ closable: false }}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{ role: "BUYER" }}
        onFinish={(filled) => void make(filled)}
      >
        <Form.Item name="name" label="Name" rules={[{ required: true, message: "Type their name." }]}>
          <Input autoFocus maxLength={80} />
        </Form.Item>
        <Form.Item name="email" label="E-mail" rules={[{ required: true, message: "Type their e-mail." }]}>
          <Input maxLength={254} inputMode="email" />
        </Form.Item>
        <div className="fields-line">
          <Form.Item name="clients" label="Works for">
            <Several options={props.clients.map((c) => ({ value: c.id, label: c.name }))} />
          </Form.Item>
          <Form.Item name="role" label="As">
            <Select options={roleOptions()} />
          </Form.Item>
        </div>
        <Form.Item name="administrator" valuePropName="checked" noStyle>
          <Checkbox>Administrator of the agency</Checkbox>
        </Form.Item>
      </Form>
    </Dialog>
  );
}
