import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input, Radio, Select } from "antd";
import { useCallback, useEffect, useMemo, type ReactNode } from "react";
import { askAgain } from "../api/client";
import { formsQuery } from "../api/forms";
import { PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { opened } from "../frame/recent";
import { useNameFirst } from "../frame/made";
import { Editable } from "../frame/Editable";
import { ThingActions } from "../frame/ThingActions";
import { useKeptDraft } from "../frame/useKeptDraft";
import { moved } from "../look/lists";
import { FillIn } from "./FillIn";
import {
  formBody,
  formDraft,
  questionKey,
  questionWords,
  type Field,
  type FormDraft,
  type KeptForm,
  type Question,
} from "./model";
import { formFitQuery, keepForm } from "./queries";
import { PlanWith } from "./PlanWith";
import { Suits } from "./Suits";

/** One lead form: its pages, filled in for real on a phone and a desktop, and which networks take it. */
export function OneForm(props: {
  clientId: string;
  clientName: string;
  current: KeptForm;
  things: ReactNode;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, current } = props;
  const id = current.form.id;
  const queries = useQueryClient();
  useEffect(() => opened(clientId, id), [clientId, id]);
  const save = useCallback(
    async (draft: FormDraft) => {
      const key = formsQuery(clientId).queryKey;
      const known = queries.getQueryData<KeptForm[]>(key)?.find((f) => f.form.id === id);
      const kept = await keepForm(clientId, id, formBody(draft, known?.edits ?? current.edits));
      queries.setQueryData<KeptForm[]>(key, (all) => all?.map((f) => (f.form.id === id ? kept : f)));
      void askAgain(queries, ...PLAN_PATHS);
    },
    [clientId, id, current.edits, queries],
  );
  const initial = useMemo(() => formDraft(current), [current]);
  const { draft, change, problem } = useKeptDraft(id, initial, save);
  const fit = useQuery({
    ...formFitQuery(clientId, formBody(draft, 0)),
    placeholderData: keepPreviousData,
  });
  const fields = fit.data?.fields ?? [];
  const networks = fit.data?.networks ?? [];
  const taking = networks.filter((n) => n.faults.length === 0).map((n) => n.networkName);
  const name = useNameFirst();
  const text = (part: "name" | "headline" | "opening" | "privacyLink" | "consent") => ({
    id: `form-${part}`,
    value: draft[part],
    status: problem?.field === part ? ("error" as const) : ("" as const),
    onChange: (e: { target: { value: string } }) => change({ ...draft, [part]: e.target.value }),
  });
  const completion = (part: "text" | "button" | "link") => ({
    id: `form-completion-${part}`,
    value: draft.completion[part],
    onChange: (e: { target: { value: string } }) =>
      change({ ...draft, completion: { ...draft.completion, [part]: e.target.value } }),
  });
  return (
    <Columns
      looking
      things={props.things}
      title={draft.name || "Form"}
      note={
        <>
          Version {current.form.version} ·{" "}
          {taking.length > 0 ? `taken by ${taking.join(", ")}` : "taken by no network yet"}
          {current.sent && " · people are asked this; the next change makes a new version"}
        </>
      }
      actions={
        <>
          <PlanWith {...{ clientId }} name={draft.name} needs="FORM" leads={{ formId: id }} />
          <ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />
        </>
      }
      facts={<Suits title="Networks" networks={networks} usedBy={current.usedBy} />}
    >
      <div className="form-desk">
        <Editable>
          <div>
            {problem && <div className="fault">{problem.message}</div>}
            <Line id="form-name" label="Name">
              <Input {...text("name")} ref={name} maxLength={80} style={{ fontWeight: 600 }} />
            </Line>
            <h3>Opening</h3>
            <Line id="form-headline" label="Heading">
              <Input {...text("headline")} />
            </Line>
            <Line id="form-opening" label="Text">
              <Input.TextArea {...text("opening")} autoSize={{ minRows: 2, maxRows: 6 }} />
            </Line>
            <h3>Questions</h3>
            <Questions
              questions={draft.questions}
              fields={fields}
              onChange={(questions) => change({ ...draft, questions })}
            />
            <Line id="form-layout" label="Shown">
              <Radio.Group
                value={draft.onePage}
                options={[
                  { value: true, label: "all on one page" },
                  { value: false, label: "one question a page" },
                ]}
                onChange={(e) => change({ ...draft, onePage: e.target.value as boolean })}
              />
            </Line>
            <h3>Privacy and consent</h3>
            <Line id="form-privacyLink" label="Privacy link">
              <Input {...text("privacyLink")} className="mono" placeholder="https://" />
            </Line>
            <Line id="form-consent" label="Consent">
              <Input.TextArea {...text("consent")} autoSize={{ minRows: 2, maxRows: 5 }} />
            </Line>
            <h3>Once it is sent</h3>
            <Line id="form-completion-text" label="Text">
              <Input {...completion("text")} placeholder="We write to you within a day." />
            </Line>
            <Line id="form-completion-button" label="Button">
              <Input {...completion("button")} placeholder="May be left out" />
            </Line>
            <Line id="form-completion-link" label="Leads to">
              <Input {...completion("link")} className="mono" placeholder="https://" />
            </Line>
          </div>
        </Editable>
        <div className="form-previews">
          <FillIn {...{ draft, fields }} clientName={props.clientName} frame="phone" />
        </div>
        <FillIn {...{ draft, fields }} clientName={props.clientName} frame="desktop" />
      </div>
    </Columns>
  );
}

export function Line({ id, label, children }: { id: string; label: string; children: ReactNode }) {
  return (
    <div className="form-line">
      <label htmlFor={id}>{label}</label>
      <div>{children}</div>
    </div>
  );
}

/** Questions in their order, which is changed by dragging or with the arrow keys on the handle. */
function Questions({
  questions,
  fields,
  onChange,
}: {
  questions: Question[];
  fields: Field[];
  onChange: (questions: Question[]) => void;
}) {
  const set = (i: number, q: Partial<Question>) =>
    onChange(questions.map((old, k) => (k === i ? { ...old, ...q } : old)));
  const left = fields.filter((f) => !questions.some((q) => q.field === f.code));
  const move = (from: number, to: number) => {
    if (to >= 0 && to < questions.length) onChange(moved(questions, from, to));
  };
  return (
    <div className="questions">
      {questions.map((q, i) => (
        <div
          key={q.field || `own-${i}`}
          className="question"
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault();
            move(Number(e.dataTransfer.getData("text/plain")), i);
          }}
        >
          <button
            className="handle"
            draggable
            aria-label={`Move ${questionWords(q, fields)}; arrow keys move it`}
            onDragStart={(e) => e.dataTransfer.setData("text/plain", String(i))}
            onKeyDown={(e) => {
              if (e.key === "ArrowUp") move(i, i - 1);
              if (e.key === "ArrowDown") move(i, i + 1);
            }}
          >
            ⋮⋮
          </button>
          <div>
            {q.field ? (
              <span>
                {questionWords(q, fields)}{" "}
                <span className="note">{fields.find((f) => f.code === q.field)?.networks.join(" ")}</span>
              </span>
            ) : (
              <>
                <Input
                  autoFocus={!q.text}
                  aria-label={`Own question ${i + 1}`}
                  placeholder="Your own question"
                  value={q.text}
                  onChange={(e) => set(i, { text: e.target.value })}
                />
                <Select
                  mode="tags"
                  open={false}
                  suffix={<span />}
                  aria-label={`Choices of question ${i + 1}`}
                  style={{ width: "100%", marginTop: 4 }}
                  placeholder="Free text; or choices, Enter after each"
                  value={q.choices}
                  onChange={(choices: string[]) => set(i, { choices })}
                />
              </>
            )}
          </div>
          <Checkbox checked={q.required} onChange={(e) => set(i, { required: e.target.checked })}>
            needed
          </Checkbox>
          <button
            className="link"
            aria-label={`Take out ${questionWords(q, fields)}`}
            onClick={() => onChange(questions.filter((_, k) => k !== i))}
          >
            Take out
          </button>
        </div>
      ))}
      <div className="add-question">
        <Select
          aria-label="Add a ready question"
          placeholder="Add a ready question"
          value={null}
          style={{ width: 220 }}
          options={left.map((f) => ({ value: f.code, label: `${f.words}  ·  ${f.networks.join(" ")}` }))}
          onChange={(field: string | null) => {
            if (field) onChange([...questions, { field, text: "", choices: [], required: true }]);
          }}
        />
        <Button
          disabled={questions.some((q) => !questionKey(q))}
          onClick={() => onChange([...questions, { field: "", text: "", choices: [], required: true }])}
        >
          Ask your own
        </Button>
      </div>
    </div>
  );
}
