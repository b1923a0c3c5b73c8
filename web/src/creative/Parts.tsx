import { useQuery } from "@tanstack/react-query";
import { AutoComplete, Input, Select } from "antd";
import { memo, useEffect, useMemo, useState, type ReactNode, useRef } from "react";
import { Link, useSearchParams } from "react-router";
import type { Problem, Schemas } from "../api/client";
import { postsQuery } from "../api/posts";
import { plural } from "../look/format";
import { useNameFirst } from "../frame/made";
import { useStable } from "../look/useStable";
import { MediaStrip } from "./MediaStrip";
import {
  hasToken,
  isShown,
  TEXT_PARTS,
  tightest,
  withText,
  type Draft,
  type Format,
  type Medium,
  type NetworkFit,
  type Phrase,
  type TextPart,
  untouched,
} from "./model";

type Kept = Schemas["KeptForm"];
type Script = Schemas["KeptScript"];

function Part({
  id,
  label,
  code,
  children,
  more,
}: {
  id: string;
  label: string;
  code?: string | undefined;
  children: ReactNode;
  more?: ReactNode;
}) {
  return (
    <div className="part-line">
      <div className="label">
        <label htmlFor={id}>{label}</label>
        {code && (
          <span className="mono phrase-code" title="Its code in the copy deck">
            {code}
          </span>
        )}
      </div>
      <div>{children}</div>
      <div className="more">{more}</div>
    </div>
  );
}

const NO_ACTIONS: Schemas["Choice"][] = [];

/** The choice of a format; like every part that a key does not change, it stays as it is drawn. */
const FormatPart = memo(function FormatPart(props: {
  format: Format;
  formats: Format[];
  onFormat: (format: Format) => void;
}) {
  const { format, formats, onFormat } = props;
  return (
    <Part id="creative-format" label="Format" more={format.networks.join(" ")}>
      <Select
        id="creative-format"
        aria-label="Format"
        value={format.code}
        options={formats.map((f) => ({ value: f.code, label: `${f.words}  ·  ${f.networks.join(" ")}` }))}
        onChange={(code: string) => {
          const next = formats.find((f) => f.code === code);
          if (next) onFormat(next);
        }}
      />
    </Part>
  );
});

const ActionPart = memo(function ActionPart(props: {
  most: number;
  chosen: string[];
  actions: Schemas["Choice"][];
  onChoose: (codes: string[]) => void;
}) {
  const { most, chosen, actions } = props;
  return (
    <Part id="creative-callToAction" label={most > 1 ? "Calls to action" : "Call to action"}>
      <Select
        id="creative-callToAction"
        aria-label="Call to action"
        placeholder="Choose one"
        {...(most > 1 ? { mode: "multiple" as const, maxCount: most } : {})}
        value={most > 1 ? chosen : (chosen[0] ?? null)}
        options={actions.map((a) => ({ value: a.code, label: a.words }))}
        onChange={(codes: string | string[] | null) => props.onChoose(codes ? [codes].flat() : [])}
      />
    </Part>
  );
});

const TOKENS = "{town|…}, {ages|…}, {work|…}, {client|…}";

/** What of the client’s profiles the ad stands on. */
function PostPart(props: { clientId: string; format: Format; post: string; onPost: (id: string) => void }) {
  const { clientId, format, post } = props;
  const told = useQuery(postsQuery(clientId));
  const offered = (told.data?.posts ?? []).filter((p) => !p.removed && format.standsOn.includes(p.kind));
  const gone = post !== "" && told.data !== undefined && offered.every((p) => p.id !== post);
  return (
    <Part id="creative-post" label="Stands on">
      <Select
        id="creative-post"
        aria-label="What it stands on"
        style={{ width: "100%" }}
        value={post || null}
        status={gone ? "error" : ""}
        placeholder={
          offered.length > 0 ? "Choose what a profile put up" : "No profile put up such a thing yet"
        }
        options={offered.map((p) => ({ value: p.id, label: `${p.network} ${p.profile}: ${p.text}` }))}
        onChange={props.onPost}
      />
      {gone && <div className="fault">{post} is not there, or not any more. Choose another.</div>}
    </Part>
  );
}

/** The parts of a creative as its format has them, texts with their length where the least is allowed. */
export function Parts(props: {
  clientId: string;
  draft: Draft;
  format: Format;
  formats: Format[];
  networks: NetworkFit[];
  media: ReadonlyMap<string, Medium>;
  phrases: Phrase[];
  forms: Kept[];
  scripts: Script[];
  fit: Schemas["FitView"] | undefined;
  problem: Problem | undefined;
  onFormat: (format: Format) => void;
  onChange: (draft: Draft) => void;
}) {
  const { clientId, draft, format, networks, fit, problem, onChange } = props;
  const field = useSearchParams()[0].get("field");
  // Some parts are there only once it is known where the creative fits.
  const begun = useRef<string>(undefined);
  useEffect(() => {
    const part = field && field !== begun.current ? document.getElementById(`creative-${field}`) : null;
    if (!part || !field) return;
    part.focus();
    begun.current = field;
  });
  const name = useNameFirst();
  const line = (part: "name" | "link" | "brand") => ({
    id: `creative-${part}`,
    value: draft[part],
    status: problem?.field === part ? ("error" as const) : ("" as const),
    onChange: (e: { target: { value: string } }) => onChange({ ...draft, [part]: e.target.value }),
  });
  const chooseActions = useStable((callsToAction: string[]) => onChange({ ...draft, callsToAction }));
  const ownTexts = format.needs !== "POST" && format.needs !== "MESSAGE";
  const linkFault = untouched(draft) ? undefined : fit?.linkFault;
  const brands = networks.some((n) => n.placements.some((p) => p.brand));
  return (
    <div>
      <Part id="creative-name" label="Name">
        <Input {...line("name")} ref={name} maxLength={80} style={{ fontWeight: 600 }} />
        {problem && <div className="fault">{problem.message}</div>}
      </Part>
      <FormatPart format={format} formats={props.formats} onFormat={props.onFormat} />
      {format.mostMedia > 0 && (
        <MediaStrip {...{ clientId, draft, format, onChange }} media={props.media} networks={networks} />
      )}
      {format.needs === "POST" && (
        <PostPart
          {...{ clientId, format }}
          post={draft.post}
          onPost={(post) => onChange({ ...draft, post })}
        />
      )}
      {ownTexts &&
        TEXT_PARTS.filter(({ part }) => isShown(networks, part) || draft[part].length > 0).map((p) => (
          <Texts
            key={p.part}
            {...p}
            {...{ draft, format, networks, problem, onChange }}
            phrases={props.phrases}
          />
        ))}
      {fit && fit.unknownTokens.length > 0 && (
        <p className="fault">
          Nothing fills {fit.unknownTokens.map((t) => `{${t}}`).join(", ")}. Use one of {TOKENS}.
        </p>
      )}
      {ownTexts && (
        <p className="note token-note">
          Filled for each row: {TOKENS}; after the bar stands what is said where it is not known.
        </p>
      )}
      {ownTexts && (
        <ActionPart
          most={format.mostActions}
          chosen={draft.callsToAction}
          actions={fit?.actions ?? NO_ACTIONS}
          onChoose={chooseActions}
        />
      )}
      {format.needs === "FORM" && (
        <Chooser
          id="creative-form"
          label="Lead form"
          value={draft.formId}
          options={props.forms.map((f) => ({ value: f.form.id, label: f.form.name }))}
          write={`/c/${clientId}/forms`}
          onChange={(formId) => onChange({ ...draft, formId })}
        />
      )}
      {(format.needs === "CHAT" || format.needs === "MESSAGE") && (
        <Chooser
          id={`creative-${format.needs.toLowerCase()}`}
          label={format.needs === "CHAT" ? "Chat" : "Message"}
          value={draft.scriptId}
          options={props.scripts
            .filter((s) => s.kind === format.needs)
            .map((s) => ({ value: s.id, label: s.name }))}
          write={`/c/${clientId}/forms`}
          onChange={(scriptId) => onChange({ ...draft, scriptId })}
        />
      )}
      {brands && (
        <Part id="creative-brand" label="Brand shown">
          <Input {...line("brand")} placeholder="As the placement names you" />
        </Part>
      )}
      {format.needs === "NOTHING" && (
        <Part id="creative-link" label="Link">
          <Input
            {...line("link")}
            className="mono"
            placeholder="https://"
            status={linkFault ? "error" : ""}
          />
          {linkFault && <div className="fault">{linkFault}.</div>}
        </Part>
      )}
    </div>
  );
}

function Chooser(props: {
  id: string;
  label: string;
  value: string | null | undefined;
  options: { value: string; label: string }[];
  write: string;
  onChange: (id: string | null) => void;
}) {
  return (
    <Part id={props.id} label={props.label} more={<Link to={props.write}>Write one</Link>}>
      <Select
        id={props.id}
        aria-label={props.label}
        allowClear
        placeholder="Choose one"
        value={props.value ?? null}
        options={props.options}
        onChange={(id: string | null | undefined) => props.onChange(id ?? null)}
      />
    </Part>
  );
}

/** One kind of text: one line each, with its code in the deck, and how long it is where the least is allowed. */
function Texts({
  part,
  one,
  kind,
  draft,
  format,
  networks,
  phrases,
  problem,
  onChange,
}: {
  part: TextPart;
  one: string;
  kind: Phrase["kind"];
  draft: Draft;
  format: Format;
  networks: NetworkFit[];
  phrases: Phrase[];
  problem: Problem | undefined;
  onChange: (draft: Draft) => void;
}) {
  const deck = useMemo(() => phrases.filter((p) => p.kind === kind), [phrases, kind]);
  const set = useStable((i: number, next: string) => {
    setAdding(false);
    onChange({ ...draft, [part]: withText(draft[part], i, next) });
  });
  const [adding, setAdding] = useState(false);
  const filled = Math.max(1, draft[part].length);
  const slots = Math.min(format.mostTexts, filled + (adding && draft[part].length > 0 ? 1 : 0));
  const field = one.toLowerCase();
  return (
    <>
      {Array.from({ length: slots }, (_, i) => {
        const text = draft[part][i] ?? "";
        const code = deck.find((p) => p.text === text)?.code;
        const id = i === 0 ? `creative-${field}` : `creative-${field}-${i + 1}`;
        const more = i === slots - 1 && slots === draft[part].length && slots < format.mostTexts;
        return (
          <Part
            key={i}
            id={id}
            label={slots > 1 ? `${one} ${i + 1}` : one}
            code={code}
            more={<Length {...{ networks, part, text }} index={i} />}
          >
            <TextInput
              {...{ id, text, deck }}
              index={i}
              long={part === "bodies"}
              faulty={problem?.field === field}
              onText={set}
            />
            {more && (
              <button className="link alone" onClick={() => setAdding(true)}>
                Add a {field}
              </button>
            )}
            {i > 0 && i === format.mostTexts - 1 && (
              <span className="note">
                {plural(format.mostTexts, field, part)} are the most that its networks take.
              </span>
            )}
          </Part>
        );
      })}
    </>
  );
}

/** One text, typed or taken from the deck. */
const TextInput = memo(function TextInput(props: {
  id: string;
  text: string;
  index: number;
  deck: Phrase[];
  long: boolean;
  faulty: boolean;
  onText: (index: number, text: string) => void;
}) {
  const { id, text, index, deck, onText } = props;
  return (
    <AutoComplete
      id={id}
      value={text}
      status={props.faulty ? "error" : ""}
      popupMatchSelectWidth={420}
      options={deck
        .filter((p) => p.text !== text)
        .map((p) => ({
          value: p.text,
          label: (
            <div className="phrase-choice">
              <span className="mono">{p.code}</span> {p.text}
              {p.angle && <span className="note"> {p.angle}</span>}
            </div>
          ),
        }))}
      showSearch={{
        filterOption: (typed, option) =>
          !typed || !!option?.value.toLowerCase().includes(typed.toLowerCase()),
      }}
      onChange={(next: string) => onText(index, next)}
    >
      {props.long ? <Input.TextArea autoSize={{ minRows: 1, maxRows: 7 }} /> : <Input />}
    </AutoComplete>
  );
});

function Length(props: { networks: NetworkFit[]; part: TextPart; index: number; text: string }) {
  const tight = tightest(props.networks, props.part, props.index);
  if (!tight || !props.text) return null;
  const { fit, where } = tight;
  const state = fit.length > fit.limit ? "over" : fit.length > fit.fold ? "fold" : "";
  return (
    <div className={`length ${state}`} title={`The tightest is ${where}, cut after ${fit.fold}`}>
      {fit.length} of {fit.limit}
      {hasToken(props.text) && " at worst"}
      <span>{where}</span>
    </div>
  );
}
