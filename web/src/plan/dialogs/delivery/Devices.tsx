import { Checkbox } from "antd";
import type { Schemas } from "../../../api/client";
import { people } from "../../../look/format";
import { VARIABLE_WORDS, type Campaign } from "../../model";
import { Section } from "./Section";

type Row = Campaign["rows"][number];
export type Kept = Schemas["SliceView"]["variable"];

const KINDS = ["DEVICE", "SYSTEM", "CONNECTION"] as const satisfies readonly Kept[];

/** The devices, systems and connections that a row keeps to, without new rows, and how many people that leaves. */
export function Devices(props: {
  rulebook: Schemas["Rulebook"];
  focus: Row;
  /** Of the row's audience as it is described. */
  audience: Schemas["Audience"] | undefined;
  onKeep: (variable: Kept, codes: string[]) => void;
}) {
  const { focus, audience } = props;
  const offered = KINDS.flatMap((kind) => {
    const offer = props.rulebook.audience.terms.find((t) => t.kind === kind);
    return offer && offer.choices.length > 1 ? [{ kind, choices: offer.choices }] : [];
  });
  if (offered.length === 0) return null;
  const kept = KINDS.some((k) => focus.slices.some((s) => s.variable === k));
  return (
    <Section title="Devices" fields="devices">
      {offered.map(({ kind, choices }) => {
        const codes = focus.slices.find((s) => s.variable === kind)?.codes ?? [];
        const words = VARIABLE_WORDS[kind];
        return (
          <div key={kind} role="group" aria-label={`Kept to ${words}`} className="kept-to">
            <span>{words[0]?.toUpperCase() + words.slice(1)}</span>
            <Checkbox.Group
              value={codes}
              options={choices.map((c) => ({ value: c.code, label: c.words }))}
              onChange={(chosen) => props.onKeep(kind, chosen.length === choices.length ? [] : chosen)}
            />
            {codes.length === 0 && <span className="note">any</span>}
          </div>
        );
      })}
      {kept && (
        <p className="note">
          Leaves <b>{people(focus.size)}</b>
          {audience?.size && (
            <>
              {" "}
              of the {people(audience.size)} in {audience.name}
            </>
          )}
          .
        </p>
      )}
    </Section>
  );
}
