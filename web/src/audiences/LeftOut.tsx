import { Select } from "antd";
import { Several } from "../look/Several";
import type { Schemas } from "../api/client";
import { keyOf, termOf, TYPED, typedCode, type Definition, type Term } from "./model";
import { Step } from "./Step";
import type { Terms } from "./terms";

/** Whom the audience leaves out, whatever else they are. */
export function LeftOut(props: {
  terms: Terms;
  definition: Definition;
  ladder: Schemas["NarrowingLadder"] | undefined;
  old: boolean;
  onChange: (definition: Definition) => void;
}) {
  const { terms, definition } = props;
  const options = terms.offered
    .filter((t) => !TYPED.has(t.kind))
    .flatMap((t) => {
      const groups = terms.options(t.kind);
      return groups.map((g) => ({ ...g, label: groups.length > 1 ? `${t.words}: ${g.label}` : t.words }));
    })
    .filter((g) => g.options.length > 0);
  const chosen = definition.leftOut.filter((t) => !TYPED.has(t.kind));
  const typed = definition.leftOut.filter((t) => TYPED.has(t.kind));
  const keep = (leftOut: Term[]) => props.onChange({ ...definition, leftOut });
  return (
    <Step kind="LEFT_OUT" ladder={props.ladder} old={props.old}>
      {definition.leftOut.length > 0 ? "but not" : "leaving out nobody, or"}
      <Several
        aria-label="Left out"
        className="out"
        placeholder="leave out…"
        style={{ minWidth: 190, maxWidth: "100%", flex: chosen.length > 0 ? 1 : "none" }}
        value={chosen.map((t) => ({ value: keyOf(t), label: terms.label(t) }))}
        labelInValue
        options={options}
        onChange={(now: { value: string }[]) => keep([...now.map((c) => termOf(c.value)), ...typed])}
      />
      {terms.offered
        .filter((t) => TYPED.has(t.kind))
        .map((t) => (
          <Select
            key={t.kind}
            aria-label={`Left out: ${t.words}`}
            className="out"
            mode="tags"
            open={false}
            suffix={<span />}
            placeholder={`${t.words.toLowerCase()}, Enter after each`}
            tokenSeparators={[",", "\n"]}
            style={{ minWidth: 290, maxWidth: "100%" }}
            value={typed.filter((k) => k.kind === t.kind).map((k) => k.code)}
            onChange={(words: string[]) =>
              keep([
                ...definition.leftOut.filter((k) => k.kind !== t.kind),
                ...words
                  .map((w) => typedCode(t.kind, w))
                  .filter(Boolean)
                  .map((code) => ({ kind: t.kind, code })),
              ])
            }
          />
        ))}
    </Step>
  );
}
