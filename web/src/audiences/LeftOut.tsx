import { Select } from "antd";
import type { Schemas } from "../api/client";
import { keyOf, termOf, TYPED, type Definition } from "./model";
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
  return (
    <Step kind="LEFT_OUT" ladder={props.ladder} old={props.old}>
      {definition.leftOut.length > 0 ? "but not" : "leaving out nobody, or"}
      <Select
        aria-label="Left out"
        className="out"
        mode="multiple"
        placeholder="leave out…"
        style={{ minWidth: 190, maxWidth: "100%", flex: definition.leftOut.length > 0 ? 1 : "none" }}
        value={definition.leftOut.map((t) => ({ value: keyOf(t), label: terms.label(t) }))}
        labelInValue
        showSearch={{ optionFilterProp: "label" }}
        options={options}
        onChange={(chosen: { value: string }[]) =>
          props.onChange({ ...definition, leftOut: chosen.map((c) => termOf(c.value)) })
        }
      />
    </Step>
  );
}
