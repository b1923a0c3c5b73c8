import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Modal, Select } from "antd";
import { useEffect, useState, type ReactNode } from "react";
import { useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { leadCountsQuery } from "../api/forms";
import { Columns } from "../frame/Columns";
import { useRoving } from "../frame/useRoving";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import {
  ago,
  CHATS,
  csvUrl,
  eraseLead,
  leadsPage,
  nameOf,
  sendAgain,
  shownWords,
  workLead,
  type Lead,
  type Wanted,
} from "./leadQueries";
import { Erasures } from "./Erasures";
import { Webhook } from "./Webhook";

const STATES: { value: Lead["state"]; label: string }[] = [
  { value: "NEW", label: "New" },
  { value: "CONTACTED", label: "Contacted" },
  { value: "WON", label: "Won" },
  { value: "LOST", label: "Lost" },
];

/** What people sent: read, worked, exported and, when they ask, erased. */
export function Leads({
  clientId,
  accounts,
  forms,
  all,
  things,
}: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  forms: readonly { id: string; name: string }[];
  /** How many there are; undefined before it is known. */
  all: number | undefined;
  things: ReactNode;
}) {
  const { leadId } = useParams();
  const navigate = useNavigate();
  const [wanted, setWanted] = useState<Wanted>({ state: null, from: null, find: "" });
  const [sending, setSending] = useState(false);
  const [erased, setErased] = useState(false);
  const pages = useInfiniteQuery({
    queryKey: ["leads", clientId, wanted],
    refetchInterval: 10_000,
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => leadsPage(clientId, wanted, pageParam),
    getNextPageParam: (last) => (last.more ? last.leads.at(-1)?.id : undefined),
  });
  const leads = pages.data?.pages.flatMap((p) => p.leads) ?? [];
  // Without a page there is no lead whose age is told.
  const now = pages.data?.pages[0]?.now ?? "";
  const current = leads.find((l) => l.id === leadId) ?? leads[0];
  const open = (lead: Lead | undefined) =>
    void navigate(`/c/${clientId}/forms/leads${lead ? `/${lead.id}` : ""}`);
  const list = useRoving("[role=option]");
  return (
    <Columns
      things={things}
      title="Leads"
      note={pages.data ? shownWords(wanted, leads.length, pages.hasNextPage, all) : "Reading the leads"}
      actions={
        <>
          <Input
            allowClear
            style={{ width: 150 }}
            aria-label="Find a lead"
            placeholder="Find a lead"
            value={wanted.find}
            onChange={(e) => setWanted({ ...wanted, find: e.target.value })}
          />
          <Select
            allowClear
            style={{ width: 118 }}
            aria-label="State"
            placeholder="Any state"
            value={wanted.state}
            options={STATES}
            onChange={(state: Lead["state"] | null | undefined) =>
              setWanted({ ...wanted, state: state ?? null })
            }
          />
          <Select
            allowClear
            style={{ width: 140 }}
            popupMatchSelectWidth={false}
            aria-label="Came by"
            placeholder="Any form"
            value={wanted.from}
            options={[
              ...forms.map((f) => ({ value: f.id, label: f.name })),
              { value: CHATS, label: "Chats" },
            ]}
            onChange={(from: string | null | undefined) => setWanted({ ...wanted, from: from ?? null })}
          />
          <Button href={csvUrl(clientId, wanted)} download="leads.csv">
            Export CSV
          </Button>
          <Button onClick={() => setSending(true)}>Send on…</Button>
          <Button onClick={() => setErased(true)}>Erased…</Button>
        </>
      }
      facts={
        current && (
          <OneLead
            key={current.id}
            {...{ clientId, accounts, now }}
            lead={current}
            onErased={() => open(undefined)}
          />
        )
      }
    >
      <div className="leads">
        <div ref={list} role="listbox" aria-label="Leads" hidden={leads.length === 0}>
          {leads.map((l) => (
            <button
              key={l.id}
              role="option"
              aria-selected={l.id === current?.id}
              className={`lead ${l.id === current?.id ? "on" : ""} ${l.state === "NEW" ? "fresh" : ""}`}
              onClick={() => open(l)}
              onFocus={() => l.id !== current?.id && open(l)}
            >
              <b>{nameOf(l)}</b>
              <span className="note">
                {l.form ?? (l.kind === "CHAT" ? l.lines.at(-1)?.text : "a form of elsewhere")}
              </span>
              <span>{l.earlier > 0 && <em>again, {l.earlier + 1} so far</em>}</span>
              <span className="note">{STATES.find((s) => s.value === l.state)?.label}</span>
              <span className="note when">{ago(l.cameAt, now)}</span>
            </button>
          ))}
        </div>
        {pages.data && leads.length === 0 && (
          <div className="empty">
            <h2>{wanted.find || wanted.state ? "No lead like that" : "No lead yet"}</h2>
            <p>
              {wanted.find || wanted.state
                ? "Take the search or the state away to see all."
                : "Launch a lead form ad or a click-to-chat; what people send comes in here by itself."}
            </p>
          </div>
        )}
        {pages.hasNextPage && (
          <Button block loading={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
            Show more
          </Button>
        )}
      </div>
      <Modal
        open={sending}
        footer={null}
        title="Send new leads on"
        onCancel={() => setSending(false)}
        width={640}
      >
        {sending && <Webhook clientId={clientId} />}
      </Modal>
      <Modal
        open={erased}
        footer={null}
        title="People who were erased"
        onCancel={() => setErased(false)}
        width={720}
      >
        {erased && <Erasures clientId={clientId} />}
      </Modal>
    </Columns>
  );
}

function OneLead({
  clientId,
  accounts,
  lead,
  now,
  onErased,
}: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  lead: Lead;
  now: string;
  onErased: () => void;
}) {
  const queries = useQueryClient();
  const { message, modal } = App.useApp();
  const carryOut = useChange();
  const [note, setNote] = useState(lead.note);
  useEffect(() => setNote(lead.note), [lead.note]);
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: ["leads", clientId] }),
      queries.invalidateQueries(leadCountsQuery(clientId)),
    ]);
  const told = (call: Promise<unknown>) =>
    void call.then(refresh).catch((e: Error) => {
      message.error(e.message);
      void refresh();
    });
  const work = (state: Lead["state"], text: string) => told(workLead(clientId, lead, state, text));
  const erase = () => {
    const many = lead.ofPerson > 1 ? `All ${plural(lead.ofPerson, "lead")} of this person` : "This lead";
    modal.confirm({
      title: "Erase what this person sent?",
      content: `${many}, chats and others that share an address or number with it among them, and the notes are taken out for good. Networks and the receiver are told to do the same; what was exported stays where it went.`,
      okText: "Erase",
      okButtonProps: { danger: true },
      onOk: () =>
        carryOut(eraseLead(clientId, lead.id), async (erased) => {
          onErased();
          await refresh();
          message.info(`${plural(erased.leads, "lead")} erased.`);
        }),
    });
  };
  return (
    <>
      <h2>{nameOf(lead)}</h2>
      <p className="note">
        {ago(lead.cameAt, now)} ago · {lead.form ?? "chat"}
        {lead.formVersion && ` version ${lead.formVersion}`} ·{" "}
        {accounts.find((a) => a.id === lead.accountId)?.name ?? lead.accountId}
        <br />
        {lead.ad && <span className="mono">{lead.ad}</span>}
      </p>
      {lead.earlier > 0 && (
        <p className="amber">This person came {plural(lead.earlier, "time")} before, by e-mail or phone.</p>
      )}
      <dl className="answers">
        {lead.answers.map((a) => (
          <div key={a.key}>
            <dt>{a.words}</dt>
            <dd>{a.answer}</dd>
          </div>
        ))}
      </dl>
      {lead.lines.map((l, i) => (
        <p key={i} className={`bubble ${l.fromPerson ? "mine" : ""}`}>
          {l.text}
        </p>
      ))}
      <label className="state-of-lead">
        State
        <Select
          aria-label="State of the lead"
          style={{ width: "100%" }}
          value={lead.state}
          options={STATES}
          onChange={(state: Lead["state"]) => work(state, note)}
        />
      </label>
      <label className="state-of-lead">
        Note
        <Input.TextArea
          aria-label="Note on the lead"
          autoSize={{ minRows: 2, maxRows: 8 }}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          onBlur={() => note !== lead.note && work(lead.state, note)}
        />
      </label>
      {lead.delivery && (
        <p className={`note ${lead.delivery.state === "FAILED" ? "bad" : ""}`}>
          {lead.delivery.state === "SENT"
            ? `Sent on, at try ${lead.delivery.tries}.`
            : lead.delivery.state === "WAITING"
              ? `Waiting to be sent on, ${plural(lead.delivery.tries, "try", "tries")} so far. `
              : "Not sent on. "}
          {lead.delivery.problem}{" "}
          {lead.delivery.state !== "SENT" && (
            <button className="link" onClick={() => told(sendAgain(clientId, lead.id))}>
              Send again
            </button>
          )}
        </p>
      )}
      <button className="link bad" onClick={erase}>
        Erase this person…
      </button>
    </>
  );
}
