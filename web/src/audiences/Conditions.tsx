import { useState } from "react";
import { Opening } from "../look/Opening";
import type { Schemas } from "../api/client";
import { Several } from "../look/Several";
import {
  ADDABLE,
  keyOf,
  lead,
  OF_TOPICS,
  TYPED,
  typedCode,
  termOf,
  withCondition,
  type Definition,
  type TermKind,
} from "./model";
import { Step } from "./Step";
import type { Terms } from "./terms";
import { TopicBrowser } from "./TopicBrowser";

/** The conditions that must all hold, a line each, and the buttons that add one. */
export function Conditions(props: {
  clientId: string;
  accountId: string;
  terms: Terms;
  topics: Schemas["Topic"][];
  definition: Definition;
  ladder: Schemas["NarrowingLadder"] | undefined;
  old: boolean;
  onChange: (definition: Definition) => void;
}) {
  const { terms, definition, onChange } = props;
  const [fresh, setFresh] = useState<TermKind>();
  const [browsing, setBrowsing] = useState<{ at: number; kind: TermKind }>();
  const lines = definition.conditions.map((c, at) => ({
    at,
    kind: c.terms[0]?.kind ?? "INTEREST",
    terms: c.terms,
  }));
  if (fresh) lines.push({ at: lines.length, kind: fresh, terms: [] });
  const set = (at: number, keys: string[]) => {
    onChange(withCondition(definition, at, keys.map(termOf)));
    if (at === definition.conditions.length && keys.length > 0) setFresh(undefined);
  };
  return (
    <>
      {lines.map((line) => (
        <Step
          key={line.at}
          kind="CONDITION"
          number={line.at}
          ladder={line.terms.length > 0 ? props.ladder : undefined}
          old={props.old}
          onRemove={() => {
            if (line.terms.length === 0) setFresh(undefined);
            else onChange(withCondition(definition, line.at, []));
          }}
        >
          {lead(line.kind, line.at === 0)}
          <Several
            aria-label={terms.kindWords(line.kind)}
            mode={TYPED.has(line.kind) ? "tags" : "multiple"}
            placeholder={placeholder(line.kind)}
            autoFocus={line.terms.length === 0}
            defaultOpen={line.terms.length === 0 && !TYPED.has(line.kind)}
            tokenSeparators={TYPED.has(line.kind) ? [",", "\n"] : []}
            {...(TYPED.has(line.kind) ? { open: false, suffix: null } : {})}
            style={{ minWidth: 190, maxWidth: "100%", flex: 1 }}
            value={line.terms.map((t) => ({ value: keyOf(t), label: terms.label(t) }))}
            labelInValue
            options={TYPED.has(line.kind) ? [] : terms.options(line.kind)}
            notFoundContent={
              line.kind === "QUESTION"
                ? "Choose what the pages are about first; their questions show here"
                : "Nothing by that name"
            }
            onChange={(chosen: { value: string }[]) =>
              set(
                line.at,
                chosen.map((c) => keyFor(line.kind, c.value)),
              )
            }
          />
          {OF_TOPICS.has(line.kind) && (
            <button className="link" onClick={() => setBrowsing({ at: line.at, kind: line.kind })}>
              Browse
            </button>
          )}
        </Step>
      ))}
      <div className="adders">
        {ADDABLE.map((group) => (
          <Adder key={group.words} {...group} terms={terms} onAdd={setFresh} />
        ))}
      </div>
      {browsing && (
        <TopicBrowser
          {...props}
          kind={browsing.kind}
          chosen={(definition.conditions[browsing.at]?.terms ?? []).map(keyOf)}
          onChange={(keys) => set(browsing.at, keys)}
          onClose={() => setBrowsing(undefined)}
        />
      )}
    </>
  );
}

/** A typed word comes without its kind. */
function keyFor(kind: TermKind, value: string): string {
  return TYPED.has(kind) && !value.startsWith(`${kind}:`)
    ? keyOf({ kind, code: typedCode(kind, value) })
    : value;
}

function placeholder(kind: TermKind): string {
  return TYPED.has(kind) ? "words, with commas between" : "any of these";
}

function Adder({
  words,
  kinds,
  terms,
  onAdd,
}: {
  words: string;
  kinds: TermKind[];
  terms: Terms;
  onAdd: (kind: TermKind) => void;
}) {
  const offered = kinds.filter((k) => terms.offered.some((t) => t.kind === k));
  const [only] = offered;
  if (!only) return null;
  if (offered.length === 1) {
    return (
      <button className="adder" onClick={() => onAdd(only)}>
        {words}
      </button>
    );
  }
  return (
    <Opening
      menu={{
        items: offered.map((k) => ({ key: k, label: terms.kindWords(k), onClick: () => onAdd(k) })),
      }}
    >
      <button className="adder">{words} ▾</button>
    </Opening>
  );
}
