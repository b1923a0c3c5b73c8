import { useVirtualizer } from "@tanstack/react-virtual";
import { App, Button, Input, Radio, Select, Segmented } from "antd";
import { type ReactNode, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { count, plural } from "../look/format";
import { asTabbed } from "../look/spreadsheet";
import { betweenWords, LEVELS, readAsLines, type Level, type Scheme, type Token } from "./model";
import { layOut, readNames } from "./queries";

type Read = Schemas["ReadNames"];
type LaidOut = Schemas["LaidOut"];

/** By which pattern names are read. */
type By = "client" | "found";

const LINE_PX = 26;

/** Names that were not given here: which can be read, what they say, and why not. */
export function Elsewhere(props: { clientId: string; draft: Scheme | undefined; tokens: Token[] }) {
  const [level, setLevel] = useState<Level>("AD");
  const [text, setText] = useState("");
  const [read, setRead] = useState<Read>();
  const [laid, setLaid] = useState<LaidOut>();
  const [by, setBy] = useState<By>();
  const [problem, setProblem] = useState<string>();
  const asked = useRef(0);
  const take = (typed: string, of: Level) => {
    setText(typed);
    setLevel(of);
    setProblem(undefined);
    setBy(undefined);
    const mine = ++asked.current;
    if (!typed.trim()) {
      setRead(undefined);
      setLaid(undefined);
      return;
    }
    Promise.all([
      readNames(props.clientId, of, typed, props.draft ?? null),
      layOut(props.clientId, { text: typed, spaced: false }),
    ])
      .then(([known, found]) => {
        if (mine !== asked.current) return;
        setRead(known);
        setLaid(found);
      })
      .catch((e: Error) => setProblem(e.message));
  };
  const layOutAgain = (between: Schemas["Between"], columns: Schemas["Column"][] | null) =>
    layOut(props.clientId, { text, separator: between.separator, spaced: between.spaced, columns })
      .then(setLaid)
      .catch((e: Error) => setProblem(e.message));
  const better = read && laid && laid.read > read.read ? "found" : "client";
  const chosen = by ?? better;
  return (
    <div className="read-elsewhere">
      <div className="read-elsewhere-paste">
        <Segmented
          aria-label="Level"
          size="small"

          value={level}
          options={LEVELS.map((l) => ({ value: l.level, label: l.words }))}
          onChange={(chosen) => take(text, chosen as Level)}
        />
        <Input.TextArea
          className="mono"
          aria-label="Names, one a line"
          placeholder="Paste names here, one a line, up to 20,000"
          rows={read ? 3 : 10}
          value={text.length > 200_000 ? `${text.slice(0, 2_000)}\n…` : text}
          onChange={(e) => take(e.target.value, level)}
        />
        <p className="note">
          Read by the client’s patterns
          {props.draft ? " as they stand here, not kept yet" : ", now and in earlier versions"}, or by the
          pattern that the names show themselves. Neither changes how names are given here.
        </p>
      </div>
      {problem && <p className="fault">{problem}</p>}
      {read && laid && (
        <>
          <Radio.Group
            className="read-by"
            aria-label="Read by"
            value={chosen}
            onChange={(e) => setBy(e.target.value as By)}
            options={[
              { value: "client", label: `The client’s patterns: ${readWords(read)}` },
              {
                value: "found",
                label: `The pattern they show: ${readWords(laid)}`,
                disabled: laid.columns.length === 0,
              },
            ]}
          />
          {chosen === "client" ? (
            <NamesRead
              key="client"
              names={read.names}
              heads={read.tokens.map((t) => ({ words: wordsOf(props.tokens, t) }))}
            />
          ) : (
            <>
              <div className="read-between">
                Between parts{" "}
                <Select
                  size="small"
                  aria-label="Between parts"
                  value={betweenWords(laid.between[0]!)}
                  options={laid.between.map((b) => ({ value: betweenWords(b), label: betweenWords(b) }))}
                  onChange={(words: string) => {
                    const between = laid.between.find((b) => betweenWords(b) === words);
                    if (between) void layOutAgain(between, null);
                  }}
                />{" "}
                <span className="note">
                  What each part means is proposed from its values; choose another where it is not so.
                </span>
              </div>
              <NamesRead
                key="found"
                names={laid.names}
                heads={laid.columns.map((c, i) => ({
                  words: c.token ? wordsOf(props.tokens, c.token) : `part ${i + 1}`,
                  shown: (
                    <Meaning
                      at={i}
                      columns={laid.columns}
                      tokens={props.tokens}
                      onChange={(columns) => void layOutAgain(laid.between[0]!, columns)}
                    />
                  ),
                }))}
              />
            </>
          )}
        </>
      )}
    </div>
  );
}

const readWords = (of: { read: number; notRead: number }) =>
  `${count(of.read)} of ${count(of.read + of.notRead)}`;

const wordsOf = (tokens: Token[], token: string) => tokens.find((t) => t.token === token)?.words ?? token;

/** What a part means, to choose; what another part means already cannot be chosen twice. */
function Meaning(props: {
  at: number;
  columns: Schemas["Column"][];
  tokens: Token[];
  onChange: (columns: Schemas["Column"][]) => void;
}) {
  const { at, columns, tokens } = props;
  const mine: Token["token"] | "" = columns[at]?.token ?? "";
  const taken = new Set(columns.map((c) => c.token));
  return (
    <Select
      size="small"
      variant="borderless"
      className="meaning"
      aria-label={`What part ${at + 1} means`}
      value={mine}
      popupMatchSelectWidth={false}
      options={[
        { value: "" as const, label: `part ${at + 1}` },
        ...tokens
          .filter((t) => t.level !== "LINK" && (t.token === mine || !taken.has(t.token)))
          .map((t) => ({ value: t.token, label: t.words })),
      ]}
      onChange={(token: Token["token"] | "") =>
        props.onChange(
          columns.map((c, i) => (i !== at ? c : token === "" ? { mark: c.mark } : { mark: c.mark, token })),
        )
      }
    />
  );
}

interface Head {
  words: string;
  /** In place of the words, something to choose by. */
  shown?: ReactNode;
}

function NamesRead(props: { names: Read["names"]; heads: Head[] }) {
  const { names, heads } = props;
  const { message } = App.useApp();
  const [only, setOnly] = useState<"all" | "read" | "not">("all");
  const read = names.filter((n) => !n.whyNot).length;
  const copy = () =>
    void navigator.clipboard
      .writeText(
        asTabbed(
          readAsLines(
            names,
            heads.map((h) => h.words),
          ),
        ),
      )
      .then(() => message.info(`${plural(names.length, "line")} copied, for a spreadsheet.`));
  const shown = names.filter((n) => only === "all" || (only === "read") === !n.whyNot);
  return (
    <>
      <div className="tried-head">
        <h2>
          {count(read)} read{read < names.length && `, ${count(names.length - read)} not`}
        </h2>
        <Segmented
          aria-label="Which are shown"
          size="small"

          value={only}
          options={[
            { value: "all", label: "All" },
            { value: "read", label: "Read" },
            { value: "not", label: "Not read" },
          ]}
          onChange={(chosen) => setOnly(chosen as typeof only)}
        />
        <Button size="small" onClick={copy}>
          Copy what they say
        </Button>
        <span className="note">
          <i className="strange">underlined</i> is no value that is known here
        </span>
      </div>
      <ReadTable shown={shown} heads={heads} />
    </>
  );
}

function ReadTable({ shown, heads }: { shown: Read["names"]; heads: Head[] }) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE_PX,
    overscan: 12,
  });
  const grid = { gridTemplateColumns: `minmax(220px, 2fr) repeat(${heads.length}, minmax(108px, 1fr))` };
  return (
    <div className="read-names" role="table" aria-label="Names read" ref={box} tabIndex={0}>
      <div className="read-line head" role="row" style={grid}>
        <span role="columnheader">name</span>
        {heads.map((h, i) => (
          <span key={i} role="columnheader">
            {h.shown ?? h.words}
          </span>
        ))}
      </div>
      <div style={{ height: rows.getTotalSize(), position: "relative" }}>
        {rows.getVirtualItems().map((item) => {
          const n = shown[item.index]!;
          return (
            <div
              key={item.index}
              role="row"
              className={`read-line ${n.whyNot ? "not" : ""}`}
              style={{ ...grid, transform: `translateY(${item.start}px)` }}
            >
              <span role="cell" className="mono" title={n.name}>
                {n.name}
                {n.twice && <em> twice</em>}
              </span>
              {n.whyNot ? (
                <span role="cell" className="why" title={n.whyNot}>
                  {n.whyNot}
                </span>
              ) : (
                n.values.map((v, i) => (
                  <span
                    key={i}
                    role="cell"
                    className={n.strange.includes(i) ? "strange" : ""}
                    title={v ?? ""}
                  >
                    {v ?? "–"}
                  </span>
                ))
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
