import "./deck.css";
import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Select } from "antd";
import { useState, type ReactNode } from "react";
import { creativesQuery, phrasesQuery } from "../api/creatives";
import { Columns } from "../frame/Columns";
import { plural } from "../look/format";
import { forSpreadsheet, hasToken, pasted, standing, TEXT_PARTS, type Phrase } from "./model";
import { addPhrases, changePhrase, removePhrase } from "./queries";

/** The client's bodies, headlines and descriptions, pasted in from and out to a spreadsheet. */
export function Deck({
  clientId,
  phrases,
  things,
}: {
  clientId: string;
  phrases: Phrase[];
  things: ReactNode;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [find, setFind] = useState("");
  const key = phrasesQuery(clientId).queryKey;
  const taken = (call: Promise<Phrase[]>) =>
    call
      .then((all) => {
        queries.setQueryData(key, all);
        void queries.invalidateQueries(creativesQuery(clientId));
        return true;
      })
      .catch((e: Error) => {
        message.error(e.message);
        return false;
      });
  const wanted = find.trim().toLowerCase();
  const found = phrases.filter((p) =>
    [p.text, p.code, p.angle, p.language].some((t) => t.toLowerCase().includes(wanted)),
  );
  const copy = () =>
    navigator.clipboard
      .writeText(forSpreadsheet(found))
      .then(() => message.info(`${plural(found.length, "phrase")} copied; paste them into a spreadsheet.`))
      .catch(() => message.error("The browser does not let this page copy."));
  return (
    <Columns
      things={things}
      title="Copy deck"
      note={`${plural(phrases.length, "phrase")}. A phrase changed here changes in every creative where it stands.`}
      actions={
        <>
          <Input
            allowClear
            style={{ width: 190 }}
            aria-label="Find a phrase"
            placeholder="Find text, angle, language"
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
          <Button onClick={() => void copy()} disabled={found.length === 0}>
            Copy for a spreadsheet
          </Button>
        </>
      }
      facts={<Paste onAdd={(all) => taken(addPhrases(clientId, all))} />}
    >
      {TEXT_PARTS.map(({ kind, one }) => {
        const rows = found.filter((p) => p.kind === kind);
        return (
          <section key={kind} className="deck">
            <h3>
              {kind === "BODY" ? "Bodies" : `${one}s`}, {rows.length}
            </h3>
            {rows.map((p) => (
              <PhraseLine
                key={p.code}
                phrase={p}
                onChange={(w) => taken(changePhrase(clientId, p.code, w))}
                onRemove={() => void taken(removePhrase(clientId, p.code))}
              />
            ))}
            {rows.length === 0 && (
              <p className="note">
                {wanted ? "None says so." : `None yet. Paste some on the right, one a line.`}
              </p>
            )}
          </section>
        );
      })}
    </Columns>
  );
}

function PhraseLine({
  phrase,
  onChange,
  onRemove,
}: {
  phrase: Phrase;
  onChange: (wording: {
    kind: Phrase["kind"];
    text: string;
    angle: string;
    language: string;
  }) => Promise<boolean>;
  onRemove: () => void;
}) {
  const [typed, setTyped] = useState<Partial<Phrase>>({});
  const shown = { ...phrase, ...typed };
  const keep = async () => {
    if (shown.text === phrase.text && shown.angle === phrase.angle && shown.language === phrase.language)
      return;
    const { kind, text, angle, language } = shown;
    if (await onChange({ kind, text, angle, language })) setTyped({});
  };
  const field = (name: "text" | "angle" | "language", label: string) => ({
    "aria-label": `${label} of ${phrase.code}`,
    variant: "borderless" as const,
    value: shown[name],
    onChange: (e: { target: { value: string } }) => setTyped({ ...typed, [name]: e.target.value }),
    onBlur: () => void keep(),
  });
  return (
    <div className="phrase-line">
      <span className="mono phrase-code">{phrase.code}</span>
      <div>
        <Input.TextArea {...field("text", "Text")} autoSize />
        {phrase.source && (
          <span className="note phrase-source">
            from “{phrase.source.words}”, which {plural(phrase.source.people, "person says", "people say")}
          </span>
        )}
      </div>
      <Input {...field("angle", "Angle")} placeholder="angle" />
      <Input {...field("language", "Language")} placeholder="lang" />
      <Reach phrase={phrase} />
      <span className="note" title={phrase.usedBy.join(", ")}>
        {phrase.usedBy.length > 0 ? `in ${phrase.usedBy.length}` : ""}
      </span>
      <button className="link" onClick={onRemove} aria-label={`Take out ${phrase.code}`}>
        Take out
      </button>
    </div>
  );
}

/** How long a phrase is and on how many placements it is too long or cut, which are named on hover. */
function Reach({ phrase: p }: { phrase: Phrase }) {
  const stands = standing(p);
  return (
    <span className={`note reach ${stands.mark}`} title={stands.where}>
      {p.length}
      {hasToken(p.text) && " at worst"}
      <br />
      {stands.words}
    </span>
  );
}

function Paste({ onAdd }: { onAdd: (all: ReturnType<typeof pasted>) => Promise<boolean> }) {
  const [text, setText] = useState("");
  const [kind, setKind] = useState<Phrase["kind"]>("HEADLINE");
  const found = pasted(text, kind);
  return (
    <>
      <h2>Paste in</h2>
      <p className="note">
        One phrase a line, or cells from a spreadsheet: kind or code, text, angle, language. Lines without a
        kind are:
      </p>
      <Select
        aria-label="Kind of pasted phrases"
        style={{ width: "100%", margin: "6px 0" }}
        value={kind}
        options={TEXT_PARTS.map((p) => ({
          value: p.kind,
          label: p.kind === "BODY" ? "Bodies" : `${p.one}s`,
        }))}
        onChange={setKind}
      />
      <Input.TextArea
        aria-label="Phrases to paste in"
        rows={9}
        value={text}
        placeholder={"Mend it before the cold does\nFour wools, one needle"}
        onChange={(e) => setText(e.target.value)}
      />
      <Button
        type="primary"
        block
        style={{ marginTop: 8 }}
        disabled={found.length === 0}
        onClick={() => void onAdd(found).then((kept) => kept && setText(""))}
      >
        Add {plural(found.length, "phrase")}
      </Button>
    </>
  );
}
