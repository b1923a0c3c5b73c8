import { useVirtualizer } from "@tanstack/react-virtual";
import { App, Button, Input, Radio } from "antd";
import { useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { count, plural } from "../look/format";
import { asTabbed } from "../look/spreadsheet";
import { LEVELS, readAsLines, type Level, type Scheme, type Token } from "./model";
import { readNames } from "./queries";

type Read = Schemas["ReadNames"];

const LINE_PX = 26;

/** Names that were not given here: which can be read, what they say, and why not. */
export function Elsewhere(props: { clientId: string; draft: Scheme | undefined; tokens: Token[] }) {
  const { message } = App.useApp();
  const [level, setLevel] = useState<Level>("AD");
  const [text, setText] = useState("");
  const [read, setRead] = useState<Read>();
  const [problem, setProblem] = useState<string>();
  const [only, setOnly] = useState<"all" | "read" | "not">("all");
  const take = (typed: string, of: Level) => {
    setText(typed);
    setLevel(of);
    setProblem(undefined);
    if (!typed.trim()) {
      setRead(undefined);
      return;
    }
    readNames(props.clientId, of, typed, props.draft ?? null)
      .then(setRead)
      .catch((e: Error) => setProblem(e.message));
  };
  const copy = (found: Read) =>
    void navigator.clipboard
      .writeText(asTabbed(readAsLines(found, props.tokens)))
      .then(() => message.info(`${plural(found.names.length, "line")} copied, for a spreadsheet.`));
  const shown = read?.names.filter((n) => only === "all" || (only === "read") === !n.whyNot) ?? [];
  return (
    <div className="read-elsewhere">
      <div className="read-elsewhere-paste">
        <Radio.Group
          size="small"
          optionType="button"
          value={level}
          options={LEVELS.map((l) => ({ value: l.level, label: l.words }))}
          onChange={(e) => take(text, e.target.value as Level)}
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
          {props.draft ? " as they stand here, not kept yet" : ", now and in earlier versions"}.
        </p>
      </div>
      {problem && <p className="fault">{problem}</p>}
      {read && (
        <>
          <div className="tried-head">
            <h2>
              {count(read.read)} read{read.notRead > 0 && `, ${count(read.notRead)} not`}
            </h2>
            <Radio.Group
              size="small"
              optionType="button"
              value={only}
              options={[
                { value: "all", label: "All" },
                { value: "read", label: "Read" },
                { value: "not", label: "Not read" },
              ]}
              onChange={(e) => setOnly(e.target.value as typeof only)}
            />
            <Button size="small" onClick={() => copy(read)}>
              Copy what they say
            </Button>
            <span className="note">
              <i className="strange">underlined</i> is none of the client’s values
            </span>
          </div>
          <ReadTable read={read} shown={shown} tokens={props.tokens} />
        </>
      )}
    </div>
  );
}

function ReadTable({ read, shown, tokens }: { read: Read; shown: Read["names"]; tokens: Token[] }) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => LINE_PX,
    overscan: 12,
  });
  const grid = { gridTemplateColumns: `minmax(280px, 3fr) repeat(${read.tokens.length}, minmax(64px, 1fr))` };
  return (
    <div className="read-names" role="table" aria-label="Names read" ref={box}>
      <div className="read-line head" role="row" style={grid}>
        <span role="columnheader">name</span>
        {read.tokens.map((t) => (
          <span key={t} role="columnheader">
            {tokens.find((k) => k.token === t)?.words}
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
