import { Checkbox, Input, InputNumber, Select, Segmented } from "antd";
import { useState } from "react";
import {
  addable,
  moved,
  partWords,
  replaced,
  tokenPart,
  wordPart,
  type Level,
  type Part,
  type Token,
} from "./model";

const WRITINGS = [
  { value: "AS_IT_IS", label: "as it is" },
  { value: "LOWER", label: "small" },
  { value: "UPPER", label: "CAPITALS" },
];

const WORD = "word";

/** The parts of a pattern in their order; one is chosen and changed below. */
export function Parts(props: {
  parts: Part[];
  separator: string;
  level: Level | "LINK";
  tokens: Token[];
  label: string;
  onChange: (parts: Part[]) => void;
}) {
  const { parts, tokens } = props;
  const [chosen, setChosen] = useState<number>();
  const part = chosen === undefined ? undefined : parts[chosen];
  const change = (changed: Part[], choose: number | undefined) => {
    props.onChange(changed);
    setChosen(choose);
  };
  const move = (at: number, by: -1 | 1) =>
    change(moved(parts, at, by), at + by < 0 ? at : Math.min(at + by, parts.length - 1));
  const add = (value: string) => {
    const token = tokens.find((t) => t.token === value);
    change([...parts, token ? tokenPart(token) : wordPart("word")], parts.length);
  };
  return (
    <div className="pattern" role="group" aria-label={props.label}>
      <div className="pattern-parts">
        {parts.map((p, i) => (
          <span key={`${p.token ?? "word"}${i}`}>
            {i > 0 && <span className="joint mono">{props.separator}</span>}
            <button
              className={`name-part ${p.token ? "" : "word"} ${p.optional ? "maybe" : ""} ${i === chosen ? "on" : ""}`}
              aria-pressed={i === chosen}
              onClick={() => setChosen(i === chosen ? undefined : i)}
              onKeyDown={(e) => {
                if (e.key === "ArrowLeft") move(i, -1);
                else if (e.key === "ArrowRight") move(i, 1);
                else if (e.key === "Delete")
                  change(
                    parts.filter((_, k) => k !== i),
                    undefined,
                  );
              }}
            >
              {p.token && p.text && <span className="mono">{p.text}</span>}
              {partWords(p, tokens)}
            </button>
          </span>
        ))}
        <Select
          size="small"
          className="part-add"
          aria-label={`Add a part to ${props.label}`}
          placeholder="Add a part"
          value={null}
          options={[
            { value: WORD, label: "a fixed word" },
            ...addable(tokens, props.level, parts).map((t) => ({ value: t.token as string, label: t.words })),
          ]}
          onChange={(value: string | null) => value && add(value)}
        />
      </div>
      {part && chosen !== undefined && (
        <OnePart
          part={part}
          token={tokens.find((t) => t.token === part.token)}
          onChange={(c) => props.onChange(replaced(parts, chosen, c))}
          onMove={(by) => move(chosen, by)}
          onRemove={() =>
            change(
              parts.filter((_, k) => k !== chosen),
              undefined,
            )
          }
        />
      )}
    </div>
  );
}

function OnePart(props: {
  part: Part;
  token: Token | undefined;
  onChange: (change: Partial<Part>) => void;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) {
  const { part, token, onChange } = props;
  return (
    <div className="one-part">
      <label>
        {token ? "Mark before it" : "Word"}
        <Input
          size="small"
          className="mono"
          maxLength={40}
          style={{ width: token ? 74 : 170 }}
          value={part.text}
          placeholder={token ? "none" : ""}
          onChange={(e) => onChange({ text: e.target.value })}
        />
      </label>
      {token?.counts && (
        <label>
          Digits, at least
          <InputNumber
            size="small"
            min={1}
            max={6}
            style={{ width: 60 }}
            value={part.digits}
            onChange={(digits) => onChange({ digits: digits ?? 1 })}
          />
        </label>
      )}
      {token && !token.counts && token.level !== "LINK" && (
        <label>
          Letters
          <Segmented
            size="small"

            value={part.writing}
            options={WRITINGS}
            onChange={(chosen) => onChange({ writing: chosen as Part["writing"] })}
          />
        </label>
      )}
      {token && (
        <Checkbox checked={part.optional} onChange={(e) => onChange({ optional: e.target.checked })}>
          Left out where there is none
        </Checkbox>
      )}
      <span className="part-moves">
        <button className="link" aria-label="Move left" onClick={() => props.onMove(-1)}>
          ← left
        </button>
        <button className="link" aria-label="Move right" onClick={() => props.onMove(1)}>
          right →
        </button>
        <button className="link" onClick={props.onRemove}>
          Take out
        </button>
      </span>
    </div>
  );
}
