import { Select, Segmented } from "antd";
import type { Schemas } from "../api/client";
import { signWords, type Level, type Pattern } from "./model";
import { Parts } from "./Parts";

/** How names of one level are put together. */
export function PatternDesk(props: {
  level: Level;
  words: string;
  pattern: Pattern;
  naming: Schemas["NamingView"];
  onChange: (pattern: Pattern) => void;
}) {
  const { pattern, onChange } = props;
  return (
    <>
      <Parts
        level={props.level}
        label={`Names of ${props.words.toLowerCase()}`}
        parts={pattern.parts}
        separator={pattern.separator}
        tokens={props.naming.tokens}
        onChange={(parts) => onChange({ ...pattern, parts })}
      />
      <Signs {...props} pattern={pattern} onChange={(signs) => onChange({ ...pattern, ...signs })} />
    </>
  );
}

type SignsOf = Pick<Pattern, "separator" | "space" | "letters">;

/** What stands between parts and for a space, and what becomes of other signs. */
export function Signs(props: {
  pattern: SignsOf;
  naming: { separators: string[]; spaces: string[] };
  onChange: (signs: SignsOf) => void;
}) {
  const { separator, space, letters } = props.pattern;
  const change = (c: Partial<SignsOf>) => props.onChange({ separator, space, letters, ...c });
  const options = (signs: string[]) => signs.map((value) => ({ value, label: signWords(value) }));
  return (
    <div className="signs">
      <label>
        Between parts
        <Select
          size="small"
          style={{ width: 116 }}
          aria-label="Between parts"
          value={separator}
          options={options(props.naming.separators)}
          onChange={(value: string) => change({ separator: value })}
        />
      </label>
      <label>
        For a space
        <Select
          size="small"
          style={{ width: 76 }}
          aria-label="For a space"
          value={space}
          options={options(props.naming.spaces)}
          onChange={(value: string) => change({ space: value })}
        />
      </label>
      <label>
        Other signs
        <Segmented
          size="small"

          value={letters}
          options={[
            { value: "PLAIN", label: "drop" },
            { value: "EXACT", label: "keep, escaped" },
          ]}
          onChange={(chosen) => change({ letters: chosen as SignsOf["letters"] })}
        />
      </label>
    </div>
  );
}
