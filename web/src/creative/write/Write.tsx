import "./write.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Select } from "antd";
import { useCallback, useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { Opening } from "../../look/Opening";
import { phrasesQuery } from "../../api/creatives";
import { Columns } from "../../frame/Columns";
import { ThingActions } from "../../frame/ThingActions";
import { useChange } from "../../frame/useChange";
import { useKeptDraft } from "../../frame/useKeptDraft";
import { plural } from "../../look/format";
import { freeName } from "../../look/lists";
import { useSettled } from "../../look/useSettled";
import { standing } from "../model";
import { addPhrases } from "../queries";
import { FEELINGS, LANGUAGES } from "../said/model";
import { type Feeling, type Found, foundQuery } from "../said/queries";
import { FrameEditor } from "./FrameEditor";
import { BECOMES, begun, corrected, EASE, risksOf, timing, withText, withWords, wordings } from "./model";
import {
  addPiece,
  type Frame,
  framesQuery,
  keepPiece,
  type Look,
  lookQuery,
  type Piece,
  piecesQuery,
  removeFrame,
  removePiece,
} from "./queries";
import { Waiting } from "../../frame/Waiting";

const PAUSE_MS = 300;

/** Copy and scripts written in frames: the pieces there are, or the one at hand. */
export function Write({ clientId, things }: { clientId: string; things: ReactNode }) {
  const [search, setSearch] = useSearchParams();
  const queries = useQueryClient();
  const carryOut = useChange();
  const frames = useQuery(framesQuery(clientId));
  const pieces = useQuery(piecesQuery(clientId));
  if (!frames.data || !pieces.data) return <Waiting on={[frames, pieces]} />;
  const all = pieces.data;
  const piece = all.find((p) => p.id === search.get("piece"));
  const open = (id: string | undefined) => setSearch(id ? { piece: id } : {});
  const start = (frame: Frame) => {
    const name = freeName(
      frame.name,
      all.map((p) => p.name),
    );
    void carryOut(addPiece(clientId, begun(frame, name, all[0]?.written.language ?? "en")), async (made) => {
      await queries.invalidateQueries(piecesQuery(clientId));
      open(made.id);
    });
  };
  if (!piece) {
    return <Begin {...{ clientId, things, all, frames: frames.data }} onStart={start} onOpen={open} />;
  }
  return (
    <OnePiece
      key={piece.id}
      {...{ clientId, things, piece }}
      onAll={() => open(undefined)}
      onDuplicate={() =>
        void carryOut(
          addPiece(clientId, {
            ...piece,
            version: 0,
            name: freeName(
              piece.name,
              all.map((p) => p.name),
            ),
          }),
          async (made) => {
            await queries.invalidateQueries(piecesQuery(clientId));
            open(made.id);
          },
        )
      }
      onRemove={() =>
        void carryOut(removePiece(clientId, piece.id), async () => {
          open(undefined);
          await queries.invalidateQueries(piecesQuery(clientId));
        })
      }
    />
  );
}

/** The frames to begin with, and what is written already. */
function Begin(props: {
  clientId: string;
  things: ReactNode;
  all: Piece[];
  frames: { ready: Frame[]; own: { id: string; frame: Frame }[] };
  onStart: (frame: Frame) => void;
  onOpen: (id: string) => void;
}) {
  const { clientId, all, frames } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const [editing, setEditing] = useState<{ id?: string; frame: Frame }>();
  return (
    <Columns
      things={props.things}
      title="Write"
      note="Copy and scripts, a part at a time, with what customers say beside it."
      actions={<Button onClick={() => setEditing({ frame: { name: "", parts: [] } })}>New frame…</Button>}
    >
      <h3>Begin with a frame</h3>
      <div className="frames">
        {frames.ready.map((f) => (
          <FrameCard key={f.name} frame={f} onStart={() => props.onStart(f)}>
            <button className="link" onClick={() => setEditing({ frame: f })}>
              Make one like it
            </button>
          </FrameCard>
        ))}
        {frames.own.map(({ id, frame }) => (
          <FrameCard key={id} frame={frame} onStart={() => props.onStart(frame)}>
            <button className="link" onClick={() => setEditing({ id, frame })}>
              Change
            </button>
            <button
              className="link"
              onClick={() =>
                void carryOut(removeFrame(clientId, id), (left) =>
                  queries.setQueryData(framesQuery(clientId).queryKey, left),
                )
              }
            >
              Remove
            </button>
          </FrameCard>
        ))}
      </div>
      <h3>Written, {all.length}</h3>
      {all.length === 0 && <p className="note">Nothing yet. Choose a frame above.</p>}
      <ul className="pieces">
        {all.map((p) => (
          <li key={p.id}>
            <button className="plain" onClick={() => props.onOpen(p.id)}>
              <b>{p.name}</b>
              <span className="note">
                {p.written.frame.name}, {LANGUAGES[p.written.language] ?? p.written.language}
              </span>
              <span className="note first-words">{p.written.texts.find((t) => t.trim()) ?? "empty"}</span>
            </button>
          </li>
        ))}
      </ul>
      {editing && <FrameEditor clientId={clientId} {...editing} onClose={() => setEditing(undefined)} />}
    </Columns>
  );
}

function FrameCard(props: { frame: Frame; onStart: () => void; children: ReactNode }) {
  const { frame } = props;
  return (
    <div className="frame-card">
      <button className="plain" onClick={props.onStart}>
        <b>{frame.name}</b>
        <ol>
          {frame.parts.map((p) => (
            <li key={p.name}>
              {p.name} <span className="note">{BECOMES[p.becomes]}</span>
            </li>
          ))}
        </ol>
      </button>
      <div className="frame-ways">{props.children}</div>
    </div>
  );
}

function OnePiece(props: {
  clientId: string;
  things: ReactNode;
  piece: Piece;
  onAll: () => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, piece } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const { message } = App.useApp();
  const key = piecesQuery(clientId).queryKey;
  const id = piece.id;
  const save = useCallback(
    async (draft: Piece) => {
      const known = queries.getQueryData<Piece[]>(key)?.find((p) => p.id === id);
      const kept = await keepPiece(clientId, id, { ...draft, version: known?.version ?? draft.version });
      queries.setQueryData<Piece[]>(key, (all) => all?.map((p) => (p.id === id ? kept : p)));
    },
    [clientId, id, key, queries],
  );
  const { draft, change, problem } = useKeptDraft(id, piece, save);
  const [at, setAt] = useState(0);
  const { frame, texts, language } = draft.written;
  const body = { language, parts: frame.parts.map((p, i) => ({ becomes: p.becomes, text: texts[i] ?? "" })) };
  const asked = useSettled(JSON.stringify(body), PAUSE_MS);
  const look = useQuery({ ...lookQuery(clientId, body), enabled: asked !== undefined });
  const part = frame.parts[at];
  const made = wordings(draft, look.data?.body);
  const toDeck = () =>
    void carryOut(addPhrases(clientId, made), (deck) => {
      queries.setQueryData(phrasesQuery(clientId).queryKey, deck);
      const codes = made.flatMap((w) =>
        deck.filter((p) => p.kind === w.kind && p.text === w.text).map((p) => p.code),
      );
      message.info(`In the copy deck as ${codes.join(", ")}.`);
    });
  return (
    <Columns
      things={props.things}
      title={
        <Input
          aria-label="Name of the piece"
          variant="borderless"
          className="piece-name"
          maxLength={100}
          value={draft.name}
          onChange={(e) => change({ ...draft, name: e.target.value })}
        />
      }
      note={
        <>
          <button className="link" onClick={props.onAll}>
            All that is written
          </button>{" "}
          · {frame.name}
        </>
      }
      actions={
        <>
          <Select
            aria-label="Language"
            style={{ width: 108 }}
            value={language}
            options={Object.entries(LANGUAGES).map(([value, label]) => ({ value, label }))}
            onChange={(tag) => change({ ...draft, written: { ...draft.written, language: tag } })}
          />
          <Button onClick={() => window.print()}>Print</Button>
          {made.length > 0 && (
            <Button type="primary" onClick={toDeck}>
              Into the copy deck
            </Button>
          )}
          <ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />
        </>
      }
      facts={
        <Beside
          {...{ clientId, language }}
          feeling={part?.feeling ?? undefined}
          part={part?.name ?? ""}
          onUse={(found, words) => change(withWords(draft, at, found, words))}
        />
      }
    >
      {problem && <div className="wrong">{problem.message}</div>}
      <div className="written">
        {frame.parts.map((p, i) => (
          <PartField
            key={p.name}
            part={p}
            text={texts[i] ?? ""}
            look={look.data?.parts[i]}
            from={draft.written.sources.find((s) => s.part === i)?.said.words}
            onFocus={() => setAt(i)}
            onText={(text) => change(withText(draft, i, text))}
          />
        ))}
      </div>
      {look.error && <p className="wrong">{look.error.message}</p>}
      {look.data && <Whole frame={frame} look={look.data} />}
      <Script name={draft.name} {...{ frame, texts }} look={look.data} />
    </Columns>
  );
}

function PartField(props: {
  part: Frame["parts"][number];
  text: string;
  look: Look["parts"][number] | undefined;
  from: string | undefined;
  onFocus: () => void;
  onText: (text: string) => void;
}) {
  const { part, text, look } = props;
  const reach = look?.reach && text.trim() ? look.reach : undefined;
  const stands = reach && standing(reach);
  const late = part.seconds > 0 && (look?.seconds ?? 0) > part.seconds;
  return (
    <section className="part-field">
      <label>
        <b>{part.name}</b> <span className="note">{part.hint}</span>
        <Input.TextArea
          aria-label={part.name}
          spellCheck={false}
          autoSize={{ minRows: part.becomes === "HEADLINE" ? 1 : 2 }}
          value={text}
          onFocus={props.onFocus}
          onChange={(e) => props.onText(e.target.value)}
        />
      </label>
      <div className="part-says">
        {reach && stands && (
          <span className={stands.mark} title={stands.where}>
            {reach.length} characters; {stands.words}
          </span>
        )}
        {part.becomes === "SCRIPT" && look && (
          <span className={late ? "over" : ""}>
            {look.seconds.toFixed(1)} s spoken{part.seconds > 0 && ` of ${part.seconds} s`}
          </span>
        )}
        {look?.mistakes.map((m) => (
          <Opening
            key={`${m.from} ${m.word}`}
            menu={{
              items:
                m.suggestions.length > 0
                  ? m.suggestions.map((s) => ({ key: s, label: s }))
                  : [{ key: "", label: "Nothing like it is known", disabled: true }],
              onClick: ({ key }) => props.onText(corrected(text, m, key)),
            }}
          >
            <button className="link mistake">“{m.word}” is spelled wrongly</button>
          </Opening>
        ))}
        {risksOf(look?.risks ?? []).map((r) => (
          <span key={r.words} className="over">
            {r.networks} would refuse it. {r.words}
          </span>
        ))}
        {props.from && <span className="note">from “{props.from}”</span>}
      </div>
    </section>
  );
}

/** What is said of all of it together. */
function Whole({ frame, look }: { frame: Frame; look: Look }) {
  const reach = look.body ? look.bodyReach : undefined;
  const stands = reach && standing(reach);
  const time = timing(frame, look);
  const ease = look.readability;
  return (
    <dl className="facts-list whole">
      {reach && stands && (
        <>
          <dt>The body as one</dt>
          <dd className={stands.mark} title={stands.where}>
            {reach.length} characters; {stands.words}
          </dd>
        </>
      )}
      {time && (
        <>
          <dt>Spoken</dt>
          <dd className={time.takes > time.has ? "over" : ""}>
            {time.takes.toFixed(0)} s of the film’s {time.has} s
          </dd>
        </>
      )}
      {ease && (
        <>
          <dt>Ease</dt>
          <dd>
            {EASE[ease.ease]}, {ease.figure} by {ease.formula}
          </dd>
        </>
      )}
      {look.noSpelling && (
        <>
          <dt>Spelling</dt>
          <dd>not looked at: Debian’s package {look.noSpelling} brings it</dd>
        </>
      )}
    </dl>
  );
}

/** What customers say that suits the part at hand; a click puts it there. */
function Beside(props: {
  clientId: string;
  language: string;
  feeling: Feeling | undefined;
  part: string;
  onUse: (found: Found, words: string) => void;
}) {
  const found = useQuery(foundQuery(props.clientId, props.language));
  const [other, setOther] = useState<Feeling>();
  const feeling = other ?? props.feeling ?? "PAIN";
  const shown = (found.data ?? []).filter((p) => p.feeling === feeling);
  return (
    <>
      <h2>Customers say</h2>
      <Select
        aria-label="Feeling"
        style={{ width: "100%", margin: "6px 0" }}
        value={feeling}
        options={FEELINGS.map((f) => ({ value: f.feeling, label: `${f.asks} (${f.one})` }))}
        onChange={setOther}
      />
      {shown.length === 0 && (
        <p className="note">
          No phrases in {LANGUAGES[props.language]}. Take in reviews under “What customers say”.
        </p>
      )}
      <ul className="said-beside">
        {shown.map((p) => (
          <li key={p.words}>
            <button
              className="plain"
              title={`Put into ${props.part}`}
              onClick={() => props.onUse(p, p.words)}
            >
              <b>{p.words}</b> <span className="note">{plural(p.said, "person", "people")}</span>
            </button>
            {p.sentences.slice(0, 2).map((s) => (
              <button
                key={s.text}
                className="plain note"
                title={`Put into ${props.part}`}
                onClick={() => props.onUse(p, s.text)}
              >
                {s.text}
              </button>
            ))}
          </li>
        ))}
      </ul>
    </>
  );
}

/** As it is printed: nothing but the words, and how long they take. */
function Script(props: { name: string; frame: Frame; texts: string[]; look: Look | undefined }) {
  return (
    <div className="printed">
      <h1>{props.name}</h1>
      <table>
        <tbody>
          {props.frame.parts.map((p, i) => (
            <tr key={p.name}>
              <th>{p.name}</th>
              <td>{props.texts[i]}</td>
              <td>{p.becomes === "SCRIPT" && `${props.look?.parts[i]?.seconds.toFixed(1) ?? ""} s`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
