import "./said.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Progress, Segmented } from "antd";
import { useState, type KeyboardEvent, type ReactNode } from "react";
import { versioned } from "../../api/client";
import { phrasesQuery } from "../../api/creatives";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { useRoving } from "../../frame/useRoving";
import { count, plural } from "../../look/format";
import { TEXT_PARTS, type Phrase } from "../model";
import { addPhrases } from "../queries";
import {
  asLine,
  FEELINGS,
  feelingWord,
  holds,
  KINDS,
  LANGUAGES,
  languagesOf,
  oftener,
  wordingOf,
} from "./model";
import { feedbackQuery, type Feeling, foundQuery, type Found, removeFeedback } from "./queries";
import { TakeIn } from "./TakeIn";
import { Changes, Editable } from "../../frame/Editable";
import { Waiting } from "../../frame/Waiting";

const DONE = 100;

/** What customers of the client say: phrases by feeling, their sentences, and the way into the copy deck. */
export function Said({
  clientId,
  phrases,
  things,
}: {
  clientId: string;
  phrases: Phrase[];
  things: ReactNode;
}) {
  const feedback = useQuery(feedbackQuery(clientId));
  const [taking, setTaking] = useState(false);
  const [chosenTag, setTag] = useState<string>();
  const [feeling, setFeeling] = useState<Feeling>("PAIN");
  const [words, setWords] = useState<string>();
  const languages = languagesOf(feedback.data?.collections ?? []);
  const tag = languages.find((l) => l.tag === chosenTag)?.tag ?? languages[0]?.tag ?? "en";
  const percent = feedback.data?.percent ?? DONE;
  const found = useQuery({
    ...versioned(foundQuery(clientId, tag), feedback.data?.collections.map((c) => c.id).join() ?? ""),
    enabled: languages.length > 0 && percent === DONE,
  });
  if (!feedback.data) return <Waiting on={[feedback]} />;
  const of = (f: Feeling) => (found.data ?? []).filter((p) => p.feeling === f);
  const shown = of(feeling);
  const selected = shown.find((p) => p.words === words) ?? shown[0];
  const collections = feedback.data.collections;
  return (
    <Columns
      looking
      things={things}
      title="What customers say"
      note={
        collections.length > 0
          ? `${plural(
              languages.reduce((sum, l) => sum + l.texts, 0),
              "text",
            )}, without who wrote them. Phrases that many say, and far more often than is ordinary.`
          : "Reviews, comments, chats and leads’ answers, searched for words to write with."
      }
      actions={
        <Button type={collections.length > 0 ? "default" : "primary"} onClick={() => setTaking(true)}>
          Take in…
        </Button>
      }
      facts={
        selected && (
          <Editable>
            <Writing
              key={`${tag} ${selected.feeling} ${selected.words}`}
              {...{ clientId, phrases }}
              found={selected}
              language={tag}
            />
          </Editable>
        )
      }
    >
      {collections.length === 0 ? (
        <div className="empty">
          <h2>Nothing taken in yet</h2>
          <p>
            What customers say in their own words is the best copy there is. Take in reviews, comments or
            chats, or what leads wrote, and see what pains, wishes, praise and doubts they share.
          </p>
        </div>
      ) : (
        <>
          <div className="said-choice">
            <Segmented
              aria-label="Feeling"
              value={feeling}
              options={FEELINGS.map((f) => ({
                value: f.feeling,
                label: `${asLine(f.one)} ${found.data ? count(of(f.feeling).length) : ""}`,
                title: f.asks,
              }))}
              onChange={setFeeling}
            />
            {languages.length > 1 && (
              <Segmented
                aria-label="Language"
                value={tag}
                options={languages.map((l) => ({ value: l.tag, label: LANGUAGES[l.tag] ?? l.tag }))}
                onChange={setTag}
              />
            )}
          </div>
          {percent < DONE && (
            <div className="said-search">
              <span className="note">Phrases are sought; removing what was taken in stops it.</span>
              <Progress percent={percent} size="small" />
            </div>
          )}
          {found.error && <p className="wrong">{found.error.message}</p>}
          {found.data && (
            <PhraseList
              {...{ clientId, phrases }}
              found={shown}
              language={tag}
              selected={selected?.words}
              onSelect={setWords}
            />
          )}
          <Collections clientId={clientId} collections={collections} />
        </>
      )}
      {taking && <TakeIn clientId={clientId} onClose={() => setTaking(false)} />}
    </Columns>
  );
}

/** Adds a phrase to the copy deck and tells what became of it. */
function useWriting(clientId: string) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const { message } = App.useApp();
  return (found: Found, kind: Phrase["kind"], text: string, angle: string, language: string) =>
    carryOut(addPhrases(clientId, [wordingOf(found, kind, text, angle, language)]), (deck) => {
      queries.setQueryData(phrasesQuery(clientId).queryKey, deck);
      const made = deck.find((p) => p.kind === kind && p.text === text.trim());
      message.info(made ? `In the copy deck as ${made.code}.` : "In the copy deck.");
    });
}

const KEYS: Record<string, Phrase["kind"]> = { h: "HEADLINE", b: "BODY", d: "DESCRIPTION" };

/** Phrases of one feeling, those most people say first; arrows go through them, and one letter writes one. */
function PhraseList(props: {
  clientId: string;
  phrases: Phrase[];
  found: Found[];
  language: string;
  selected: string | undefined;
  onSelect: (words: string) => void;
}) {
  const { found, selected, language } = props;
  const write = useWriting(props.clientId);
  const list = useRoving("[role=option]");
  const most = Math.max(1, ...found.map((p) => p.said));
  const written = new Set(props.phrases.flatMap((p) => (p.source ? [p.source.words] : [])));
  const press = (e: KeyboardEvent) => {
    const kind = KEYS[e.key];
    const chosen = found.find((p) => p.words === selected);
    if (kind && chosen && !e.ctrlKey && !e.metaKey && !e.altKey) {
      e.preventDefault();
      void write(chosen, kind, asLine(chosen.words), feelingWord(chosen.feeling), language);
    }
  };
  if (found.length === 0)
    return (
      <p className="note said-none">
        No phrase that enough people say, and more often than is ordinary. It takes three people at least.
      </p>
    );
  return (
    <>
      <div className="said-line said-head note">
        <span>Phrase</span>
        <span>People</span>
        <span title="How much more often than in ordinary language, at least">Than ordinary</span>
        <span />
      </div>
      <div ref={list} role="listbox" aria-label="Phrases" className="said-list" onKeyDown={press}>
        {found.map((p) => (
          <button
            key={p.words}
            role="option"
            aria-selected={p.words === selected}
            className="plain said-line"
            onClick={() => props.onSelect(p.words)}
            onFocus={() => props.onSelect(p.words)}
          >
            <span className="said-words">
              {p.words}
              {p.alike.length > 0 && (
                <span className="note" title={p.alike.join("\n")}>
                  {" "}
                  + {p.alike.length} alike
                </span>
              )}
            </span>
            <span className="said-people">
              <i style={{ width: `${(100 * p.said) / most}%` }} />
              <b>{count(p.said)}</b>
            </span>
            <span className="number">{oftener(p.keyness.times)}</span>
            <span className="note">{written.has(p.words) ? "in deck" : ""}</span>
          </button>
        ))}
      </div>
      <p className="note">
        <kbd>↑</kbd> <kbd>↓</kbd> go through them; <kbd>h</kbd> <kbd>b</kbd> <kbd>d</kbd> put one into the
        copy deck as headline, body or description.
      </p>
    </>
  );
}

/** The sentences a phrase stands in, and what is written from it. */
function Writing(props: { clientId: string; phrases: Phrase[]; found: Found; language: string }) {
  const { found, language } = props;
  const one = feelingWord(found.feeling);
  const [text, setText] = useState(asLine(found.words));
  const [angle, setAngle] = useState(one);
  const write = useWriting(props.clientId);
  const from = props.phrases.filter((p) => p.source?.words === found.words);
  return (
    <>
      <h2>“{found.words}”</h2>
      <p className="note">
        {plural(found.said, "person", "people")} as {one}
        {found.people > found.said && `, ${count(found.people)} in all`}; at least{" "}
        {oftener(found.keyness.times)} as often as in ordinary language.
      </p>
      <div className="said-write">
        <Input.TextArea
          aria-label="Text to write"
          autoSize={{ minRows: 2, maxRows: 6 }}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Input
          aria-label="Angle"
          prefix={<span className="note">angle</span>}
          value={angle}
          onChange={(e) => setAngle(e.target.value)}
        />
        <div className="said-kinds">
          {TEXT_PARTS.map((p) => (
            <Button
              key={p.kind}
              size="small"
              disabled={!text.trim()}
              onClick={() => void write(found, p.kind, text, angle, language)}
            >
              {p.one}
            </Button>
          ))}
        </div>
      </div>
      {from.length > 0 && (
        <ul className="said-from">
          {from.map((p) => (
            <li key={p.code}>
              <span className="mono phrase-code">{p.code}</span> {p.text}
            </li>
          ))}
        </ul>
      )}
      <h3>As they say it</h3>
      <ul className="said-sentences">
        {found.sentences.map((s) => (
          <li key={s.text}>
            <button className="plain" title="Write from this sentence" onClick={() => setText(s.text)}>
              {s.text.slice(0, s.from)}
              <mark>{s.text.slice(s.from, s.to)}</mark>
              {s.text.slice(s.to)}
            </button>
          </li>
        ))}
      </ul>
      {found.alike.length > 0 && <p className="note">Also: {found.alike.slice(0, 8).join(", ")}.</p>}
    </>
  );
}

function Collections(props: { clientId: string; collections: Parameters<typeof holds>[0][] }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const remove = (id: string) =>
    void carryOut(removeFeedback(props.clientId, id), (view) =>
      queries.setQueryData(feedbackQuery(props.clientId).queryKey, view),
    );
  return (
    <section className="said-collections">
      <h3>Taken in</h3>
      {props.collections.map((c) => (
        <div key={c.id}>
          <b>{c.name}</b>{" "}
          <span className="note">
            {KINDS[c.kind].toLowerCase()}; {holds(c)}
          </span>
          <Changes>
            <button className="link" aria-label={`Remove ${c.name}`} onClick={() => remove(c.id)}>
              Remove
            </button>
          </Changes>
        </div>
      ))}
    </section>
  );
}
