import "./forms.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useNavigate, useParams } from "react-router";
import { Opening } from "../look/Opening";
import { askAgain } from "../api/client";
import { deskQuery } from "../api/clients";
import { formsQuery, leadCountsQuery, scriptsQuery } from "../api/forms";
import { Columns } from "../frame/Columns";
import { MADE } from "../frame/made";
import { recentFirst } from "../frame/recent";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { freeName } from "../look/lists";
import { Leads } from "./Leads";
import {
  emptyScript,
  formBody,
  formDraft,
  newForm,
  newMessage,
  scriptBody,
  scriptDraft,
  type FormDraft,
  type ScriptDraft,
} from "./model";
import { OneForm } from "./OneForm";
import { OneScript } from "./OneScript";
import { addForm, addScript, removeForm, removeScript, sendersQuery, FORM_PATHS } from "./queries";
import { Changes } from "../frame/Editable";
import { Waiting } from "../frame/Waiting";

/** The client's lead forms, chats and messages, and the leads that came in. */
export function FormsScreen() {
  const { clientId = "", thingId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const desk = useQuery(deskQuery(clientId));
  const forms = useQuery(formsQuery(clientId));
  const scripts = useQuery(scriptsQuery(clientId));
  const senders = useQuery(sendersQuery(clientId));
  const counts = useQuery(leadCountsQuery(clientId));
  if (!desk.data || !forms.data || !scripts.data || !senders.data)
    return <Waiting on={[desk, forms, scripts, senders]} />;
  const leads = thingId === "leads";
  const script = scripts.data.find((s) => s.id === thingId);
  const form = leads
    ? undefined
    : (forms.data.find((f) => f.form.id === thingId) ?? (thingId ? undefined : forms.data[0]));
  const [last] = recentFirst(
    clientId,
    forms.data.map((kept) => ({ id: kept.form.id, kept })),
  );
  const names = [...forms.data.map((f) => f.form.name), ...scripts.data.map((s) => s.name)];

  const opened = async (all: (typeof FORM_PATHS)[number], id: string) => {
    await askAgain(queries, all);
    await navigate(`/c/${clientId}/forms/${id}`, { state: MADE });
  };
  const startForm = (from: FormDraft) =>
    carryOut(addForm(clientId, formBody({ ...from, name: freeName(from.name, names) }, 0)), (added) =>
      opened(FORM_PATHS[0], added.form.id),
    );
  const startScript = (from: ScriptDraft) =>
    carryOut(addScript(clientId, scriptBody({ ...from, name: freeName(from.name, names) }, 0)), (added) =>
      opened(FORM_PATHS[1], added.id),
    );
  const gone = (call: Promise<unknown>) =>
    carryOut(call, async () => {
      await navigate(`/c/${clientId}/forms`);
      await askAgain(queries, ...FORM_PATHS);
    });

  const thing = (id: string, name: string, note: string) => (
    <button
      key={id}
      className={`thing line ${id === (form?.form.id ?? script?.id ?? thingId) ? "on" : ""}`}
      onClick={() => void navigate(`/c/${clientId}/forms/${id}`)}
    >
      <b>{name}</b>
      <span className="note">{note}</span>
    </button>
  );
  const fresh = counts.data?.fresh ?? 0;
  const { seesLeads } = desk.data.client;
  const things = (
    <>
      {seesLeads &&
        thing(
          "leads",
          "Leads",
          `${plural(counts.data?.all ?? 0, "lead")}${fresh > 0 ? `, ${fresh} new` : ""}`,
        )}
      <h3>Lead forms, {forms.data.length}</h3>
      {forms.data.map((f) =>
        thing(
          f.form.id,
          f.form.name,
          `${plural(f.form.content.questions.length, "question")}, version ${f.form.version}${f.sent ? ", on networks" : ""}`,
        ),
      )}
      <h3>Chats and messages, {scripts.data.length}</h3>
      {scripts.data.map((s) =>
        thing(
          s.id,
          s.name,
          s.kind === "CHAT"
            ? `chat, ${plural(s.draft.replies.length, "reply", "replies")}`
            : `message from ${s.draft.sender || "nobody yet"}`,
        ),
      )}
      <Changes>
        <Opening
          menu={{
            items: [
              { key: "form", label: "Lead form", onClick: () => void startForm(newForm(last?.kept)) },
              { key: "chat", label: "Chat", onClick: () => void startScript(emptyScript("CHAT")) },
              {
                key: "message",
                label: "Direct message",
                onClick: () => void startScript(newMessage(senders.data)),
              },
            ],
          }}
        >
          <button className="add-thing">New form, chat or message</button>
        </Opening>
      </Changes>
    </>
  );
  if (leads && !seesLeads)
    return (
      <Columns things={things} title="Leads" note="What people sent of themselves">
        <div className="empty">
          <h2>Leads are not yours to see</h2>
          <p>What people sent to this client is for those whom an administrator lets see it. Ask one.</p>
        </div>
      </Columns>
    );
  if (leads)
    return (
      <Leads
        {...{ clientId, things }}
        accounts={desk.data.client.accounts}
        forms={forms.data.map((f) => f.form)}
        all={counts.data?.all}
      />
    );
  if (form) {
    return (
      <OneForm
        key={form.form.id}
        {...{ clientId, things }}
        current={form}
        clientName={desk.data.client.name}
        onDuplicate={() => void startForm(formDraft(form))}
        onRemove={() => void gone(removeForm(clientId, form.form.id))}
      />
    );
  }
  if (script) {
    return (
      <OneScript
        key={script.id}
        {...{ clientId, things }}
        current={script}
        senders={senders.data}
        accounts={desk.data.client.accounts}
        clientName={desk.data.client.name}
        onDuplicate={() => void startScript(scriptDraft(script))}
        onRemove={() => void gone(removeScript(clientId, script.id))}
      />
    );
  }
  return (
    <Columns things={things} title="Forms and messages">
      <div className="empty">
        <h2>{thingId ? "There is no such form or script" : "No form yet"}</h2>
        <p>
          A lead form opens inside the network; people answer without leaving it. Its answers come in under
          Leads.
        </p>
        <Button type="primary" onClick={() => void startForm(newForm(undefined))}>
          Make the first form
        </Button>
      </div>
    </Columns>
  );
}
