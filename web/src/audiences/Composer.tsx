import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Input, InputNumber, Select } from "antd";
import { useEffect } from "react";
import { useSearchParams } from "react-router";
import type { Problem, Schemas } from "../api/client";
import { useNameFirst } from "../frame/made";
import { inOwnUnit } from "../look/format";
import { Conditions } from "./Conditions";
import { LeftOut } from "./LeftOut";
import { countriesOf, differencesWords, sentence, type Definition, type Draft } from "./model";
import { PlacesStep, usePlaceWords } from "./PlacesStep";
import { sidesQuery, sizeQuery } from "./queries";
import { Step } from "./Step";
import { useTerms } from "./terms";

const GENDERS = [
  { value: "ANY", label: "any gender" },
  { value: "WOMEN", label: "women" },
  { value: "MEN", label: "men" },
] as const;

/** Where a finding about a field is mended; the first that is there. */
const MENDS: Record<string, string[]> = {
  definition: ["[data-step=AGES] input"],
  places: [
    '[data-step=PLACES] input[aria-label*=" around "]',
    '[data-step=PLACES] input[aria-label="Add a place"]',
  ],
  ages: ["[data-step=AGES] input"],
  gender: ["[data-step=GENDER] input"],
  conditions: ["[data-step=CONDITION] input", ".adder"],
};

/** An audience as a sentence, one step a line, with the size after each. */
export function Composer(props: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  draft: Draft;
  onChange: (draft: Draft) => void;
  problem: Problem | undefined;
}) {
  const { clientId, account, offer, draft, onChange, problem } = props;
  const { definition } = draft;
  const rules = offer.rulebook.audience;
  const sized = useQuery({
    ...sizeQuery(clientId, account.id, definition),
    enabled: !offer.rulebook.byHand,
    placeholderData: keepPreviousData,
  });
  const terms = useTerms(clientId, account, offer, definition);
  const placeWords = usePlaceWords(clientId, account.id, rules);
  const define = (next: Definition) => onChange({ ...draft, definition: next });
  const set = (part: Partial<Definition>) => define({ ...definition, ...part });
  const field = useSearchParams()[0].get("field");
  useEffect(() => {
    const found = (MENDS[field ?? ""] ?? []).map((where) => document.querySelector<HTMLElement>(where));
    found.find((input) => input !== null)?.focus();
  }, [field]);
  const name = useNameFirst();
  const step = { ladder: sized.data, old: sized.isPlaceholderData || sized.isError };
  return (
    <div className="sentence">
      <div style={{ marginBottom: 8 }}>
        <Input
          ref={name}
          aria-label="Name of the audience"
          value={draft.name}
          status={problem?.field === "name" ? "error" : ""}
          maxLength={80}
          style={{ maxWidth: 420, fontWeight: 600 }}
          onChange={(e) => onChange({ ...draft, name: e.target.value })}
        />
        {problem && <div className="wrong">{inOwnUnit(problem.message)}</div>}
        {sized.error && !problem && <div className="wrong">{inOwnUnit(sized.error.message)}</div>}
      </div>
      <Step kind="COUNTRY" {...step}>
        Everyone on <b>{account.networkName}</b> in{" "}
        <b>{countriesOf(definition.places).map(placeWords).join(" or ") || "any country"}</b>
      </Step>
      <Step kind="PLACES" {...step}>
        <PlacesStep {...{ clientId, definition }} accountId={account.id} offer={rules} onChange={set} />
      </Step>
      <Step kind="AGES" {...step}>
        <Ages {...{ rules, definition }} onChange={set} />
      </Step>
      <Step kind="GENDER" {...step}>
        of
        <Select
          aria-label="Gender"
          value={definition.gender}
          style={{ width: 116 }}
          options={[...GENDERS]}
          onChange={(gender) => set({ gender })}
        />
      </Step>
      <Conditions
        {...{ clientId, terms, definition }}
        accountId={account.id}
        topics={offer.topics}
        onChange={define}
        {...step}
      />
      <LeftOut {...{ terms, definition }} onChange={define} {...step} />
      {!offer.rulebook.byHand && <Elsewhere {...{ clientId, definition }} accountId={account.id} />}
    </div>
  );
}

function Ages({
  rules,
  definition,
  onChange,
}: {
  rules: Schemas["AudienceOffer"];
  definition: Definition;
  onChange: (part: Partial<Definition>) => void;
}) {
  const { youngest, oldest, ageBands } = rules;
  const ages = definition.ages;
  const set = (from: number | null, to: number | null) =>
    onChange({ ages: from === null && to === null ? null : { from: from ?? youngest, to: to ?? oldest } });
  if (ageBands.length > 0) {
    const to = (band: Schemas["AgeRange"]) => (band.to === oldest ? `${oldest} and over` : String(band.to));
    return (
      <>
        aged
        <Select<number | null>
          aria-label="Youngest age"
          allowClear
          placeholder={String(youngest)}
          style={{ width: 82 }}
          value={ages?.from ?? null}
          options={ageBands.map((b) => ({ value: b.from, label: String(b.from) }))}
          onChange={(from) => set(from ?? null, ages?.to ?? null)}
        />
        to
        <Select<number | null>
          aria-label="Oldest age"
          allowClear
          placeholder={`${oldest} and over`}
          style={{ width: 122 }}
          value={ages?.to ?? null}
          options={ageBands.map((b) => ({ value: b.to, label: to(b) }))}
          onChange={(last) => set(ages?.from ?? null, last ?? null)}
        />
        <span className="note">in fixed bands here</span>
      </>
    );
  }
  const input = (
    label: string,
    value: number | null,
    empty: string,
    onType: (age: number | null) => void,
  ) => (
    <InputNumber
      aria-label={label}
      placeholder={empty}
      style={{ width: 62 }}
      min={youngest}
      max={oldest}
      precision={0}
      value={value}
      onChange={onType}
    />
  );
  return (
    <>
      aged
      {input("Youngest age", ages?.from ?? null, String(youngest), (from) => set(from, ages?.to ?? null))}
      to
      {input("Oldest age", ages?.to ?? null, `${oldest}+`, (to) => set(ages?.from ?? null, to))}
      <span className="note">
        whole ages from {youngest}; {oldest} means {oldest} and over
      </span>
    </>
  );
}

/** What the client's other networks cannot do exactly, in one line. */
function Elsewhere(props: { clientId: string; accountId: string; definition: Definition }) {
  const sides = useQuery({
    ...sidesQuery(props.clientId, props.accountId, props.definition),
    placeholderData: keepPreviousData,
  });
  const others = (sides.data ?? []).filter((s) => s.accountId !== props.accountId && s.differences[0]);
  if (others.length === 0) return null;
  return (
    <p className="note elsewhere">
      {others.map((s) => (
        <span key={s.accountId}>
          <b>{s.networkName}</b> {sentence(differencesWords(s.differences))}{" "}
        </span>
      ))}
    </p>
  );
}
