import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Select, Segmented } from "antd";
import { useCallback, useMemo, useState, type ReactNode } from "react";
import { type Schemas, askAgain } from "../api/client";
import { mediaQuery, stillUrl } from "../api/creatives";
import { scriptsQuery } from "../api/forms";
import { PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { useNameFirst } from "../frame/made";
import { Editable } from "../frame/Editable";
import { ThingActions } from "../frame/ThingActions";
import { useChange } from "../frame/useChange";
import { useKeptDraft } from "../frame/useKeptDraft";
import { ChatPreview } from "./ChatPreview";
import { scriptBody, scriptDraft, type KeptScript, type ScriptDraft } from "./model";
import { Line } from "./OneForm";
import { PlanWith } from "./PlanWith";
import { askSender, keepScript, scriptFitQuery, sendersQuery } from "./queries";
import { Suits } from "./Suits";

type Whom = "known" | "unknown" | "longest";

const WHOM: { value: Whom; label: string }[] = [
  { value: "known", label: "Name known" },
  { value: "unknown", label: "Not known" },
  { value: "longest", label: "Longest" },
];

const TOKENS = { CHAT: ["first-name", "city"], MESSAGE: ["first-name", "company", "job-title"] };

/** One chat or direct message, previewed with its tokens filled, fallen back and at their longest. */
export function OneScript(props: {
  clientId: string;
  clientName: string;
  current: KeptScript;
  senders: Schemas["Sender"][];
  accounts: Schemas["AccountView"][];
  things: ReactNode;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, current } = props;
  const { id, kind } = current;
  const queries = useQueryClient();
  const [whom, setWhom] = useState<Whom>("known");
  const save = useCallback(
    async (draft: ScriptDraft) => {
      const key = scriptsQuery(clientId).queryKey;
      const known = queries.getQueryData<KeptScript[]>(key)?.find((s) => s.id === id);
      const kept = await keepScript(clientId, id, scriptBody(draft, known?.version ?? current.version));
      queries.setQueryData<KeptScript[]>(key, (all) => all?.map((s) => (s.id === id ? kept : s)));
      void askAgain(queries, ...PLAN_PATHS);
    },
    [clientId, id, current.version, queries],
  );
  const initial = useMemo(() => scriptDraft(current), [current]);
  const { draft, change, problem } = useKeptDraft(id, initial, save);
  const fit = useQuery({
    ...scriptFitQuery(clientId, scriptBody(draft, 0)),
    placeholderData: keepPreviousData,
  });
  const networks = fit.data?.networks ?? [];
  const filled = fit.data?.texts.find((t) => t.whom === whom);
  const name = useNameFirst();
  const text = (part: "name" | "greeting" | "sender" | "subject" | "body" | "button" | "link") => ({
    id: `script-${part}`,
    value: draft[part],
    onChange: (e: { target: { value: string } }) => change({ ...draft, [part]: e.target.value }),
  });
  const sending = props.accounts.filter((a) => networks.some((n) => n.network === a.network));
  return (
    <Columns
      looking
      things={props.things}
      title={draft.name || "Script"}
      note={kind === "CHAT" ? "Chat that a click opens" : "Direct message into people’s inboxes"}
      actions={
        <>
          <PlanWith {...{ clientId }} name={draft.name} needs={kind} leads={{ scriptId: id }} />
          <ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />
        </>
      }
      facts={<Suits title="Networks" networks={networks} usedBy={current.usedBy} />}
    >
      <div className="form-desk">
        <Editable>
          <div>
            {problem && <div className="fault">{problem.message}</div>}
            <Line id="script-name" label="Name">
              <Input {...text("name")} ref={name} maxLength={80} style={{ fontWeight: 600 }} />
            </Line>
            {kind === "CHAT" ? (
              <Chat draft={draft} greeting={text("greeting")} onChange={change} />
            ) : (
              <>
                <Line id="script-sender" label="Sender">
                  <Input {...text("sender")} placeholder="First and last name" />
                  <Consent {...{ clientId }} name={draft.sender} accounts={sending} senders={props.senders} />
                </Line>
                <Line id="script-subject" label="Subject">
                  <Input {...text("subject")} />
                </Line>
                <Line id="script-body" label="Body">
                  <Input.TextArea {...text("body")} autoSize={{ minRows: 5, maxRows: 14 }} />
                </Line>
                <Line id="script-button" label="Button">
                  <Input {...text("button")} />
                </Line>
                <Line id="script-link" label="Leads to">
                  <Input {...text("link")} className="mono" placeholder="https://" />
                </Line>
                <Banner clientId={clientId} draft={draft} onChange={change} />
              </>
            )}
            <p className="note tokens">
              Tokens:{" "}
              {TOKENS[kind].map((t) => (
                <span key={t} className="mono">
                  {`{${t}|…}`}
                </span>
              ))}{" "}
              with what stands there when it is not known after the line.
            </p>
          </div>
        </Editable>
        <div className="form-previews">
          <Segmented
            aria-label="Written to"
            size="small"

            value={whom}
            options={WHOM}
            onChange={(chosen) => setWhom(chosen as Whom)}
          />
          {kind === "CHAT" ? (
            <ChatPreview
              key={whom}
              clientName={props.clientName}
              greeting={filled?.greeting ?? ""}
              replies={draft.replies}
            />
          ) : (
            <div className="letter in-light" aria-label="Message preview">
              <small>
                From <b>{draft.sender || "nobody yet"}</b>, paid for by {props.clientName}
              </small>
              <h4>{filled?.subject || "The subject stands here."}</h4>
              {draft.bannerSha && <img src={stillUrl(clientId, draft.bannerSha)} alt="" />}
              <p>{filled?.body || "The message stands here."}</p>
              <span className="form-go as-link">{draft.button || "Button"}</span>
            </div>
          )}
        </div>
      </div>
    </Columns>
  );
}

function Chat({
  draft,
  greeting,
  onChange,
}: {
  draft: ScriptDraft;
  greeting: object;
  onChange: (draft: ScriptDraft) => void;
}) {
  const set = (i: number, reply: Partial<Schemas["Reply"]>) =>
    onChange({ ...draft, replies: draft.replies.map((r, k) => (k === i ? { ...r, ...reply } : r)) });
  return (
    <>
      <Line id="script-greeting" label="Greeting">
        <Input.TextArea {...greeting} autoSize={{ minRows: 3, maxRows: 8 }} />
      </Line>
      <h3>What people can reply</h3>
      {draft.replies.map((r, i) => (
        <div key={i} className="reply">
          <Input
            aria-label={`Reply ${i + 1}`}
            placeholder="What they say"
            value={r.text}
            onChange={(e) => set(i, { text: e.target.value })}
          />
          <Input.TextArea
            autoSize
            aria-label={`Answer to reply ${i + 1}`}
            placeholder="What you answer; empty when a person does"
            value={r.answer}
            onChange={(e) => set(i, { answer: e.target.value })}
          />
          <button
            className="link"
            onClick={() => onChange({ ...draft, replies: draft.replies.filter((_, k) => k !== i) })}
          >
            Take out
          </button>
        </div>
      ))}
      <Button onClick={() => onChange({ ...draft, replies: [...draft.replies, { text: "", answer: "" }] })}>
        Add a reply
      </Button>
    </>
  );
}

/** Whether the sender agreed on each account that sends messages, and the way to ask. */
function Consent({
  clientId,
  name,
  accounts,
  senders,
}: {
  clientId: string;
  name: string;
  accounts: Schemas["AccountView"][];
  senders: Schemas["Sender"][];
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const ask = (accountId: string) =>
    carryOut(askSender(clientId, accountId, name), async (answer) => {
      await queries.invalidateQueries(sendersQuery(clientId));
      message.info(`${answer.name} ${answer.agreed ? "agreed" : "did not agree"}.`);
    });
  return (
    <>
      {accounts.map((a) => {
        const said = senders.find((s) => s.accountId === a.id && s.name === name.trim());
        return (
          <div key={a.id} className={`consent ${said?.agreed ? "well" : "amber"}`}>
            {a.name}: {said ? (said.agreed ? "agreed" : "did not agree") : "not asked yet"}{" "}
            {!said?.agreed && name.trim() && (
              <button className="link" onClick={() => void ask(a.id)}>
                {said ? "Ask again" : "Ask now"}
              </button>
            )}
          </div>
        );
      })}
      {accounts.length === 0 && <div className="consent amber">No account of the client sends messages.</div>}
    </>
  );
}

function Banner({
  clientId,
  draft,
  onChange,
}: {
  clientId: string;
  draft: ScriptDraft;
  onChange: (draft: ScriptDraft) => void;
}) {
  const media = useQuery(mediaQuery(clientId));
  return (
    <Line id="script-banner" label="Banner">
      <Select
        id="script-banner"
        aria-label="Banner"
        allowClear
        style={{ width: "100%" }}
        placeholder="None"
        value={draft.bannerSha ?? null}
        options={(media.data ?? [])
          .filter((m) => !m.video)
          .map((m) => ({ value: m.sha256, label: `${m.fileName}, ${m.width} × ${m.height}` }))}
        onChange={(bannerSha: string | null | undefined) =>
          onChange({ ...draft, bannerSha: bannerSha ?? null })
        }
      />
    </Line>
  );
}
