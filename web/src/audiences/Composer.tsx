import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Input, InputNumber, Select } from "antd";
import { useEffect, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Problem, Schemas } from "../api/client";
import type { Definition, Draft, StepKind } from "./model";
import { Places } from "./Places";
import { sizeQuery } from "./queries";
import { Step } from "./Step";

const GENDERS = [
  { value: "ANY", label: "any gender" },
  { value: "WOMEN", label: "women" },
  { value: "MEN", label: "men" },
] as const;

/** The step whose input mends a finding about a field. */
const STEP_OF_FIELD: Record<string, StepKind> = { definition: "CONDITION", places: "PLACES", ages: "AGES" };

function topicOptions(topics: Schemas["Topic"][]) {
  const groups = Map.groupBy(topics, (t) => t.group);
  return [...groups].map(([label, members]) => ({
    label,
    options: members.map((t) => ({ value: t.code, label: t.words })),
  }));
}

/** An audience as a sentence, one step a line, with the size after each. */
export function Composer({
  clientId,
  account,
  offer,
  draft,
  onChange,
  problem,
}: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  draft: Draft;
  onChange: (draft: Draft) => void;
  problem: Problem | undefined;
}) {
  const { definition } = draft;
  const rules = offer.rulebook.audience;
  const sized = useQuery({
    ...sizeQuery(clientId, account.id, definition),
    placeholderData: keepPreviousData,
  });
  const topics = useMemo(() => topicOptions(offer.topics), [offer.topics]);
  const set = (part: Partial<Definition>) => onChange({ ...draft, definition: { ...definition, ...part } });
  const ladder = sized.data;
  const old = sized.isPlaceholderData || sized.isError;
  const field = useSearchParams()[0].get("field");
  useEffect(() => {
    const wanted = STEP_OF_FIELD[field ?? ""];
    if (wanted) document.querySelector<HTMLElement>(`[data-step=${wanted}] input`)?.focus();
  }, [field]);
  const step = { ladder, old };
  return (
    <div className="sentence">
      <div style={{ marginBottom: 8 }}>
        <Input
          aria-label="Name of the audience"
          value={draft.name}
          status={problem?.field === "name" ? "error" : ""}
          maxLength={80}
          style={{ maxWidth: 420, fontWeight: 600 }}
          onChange={(e) => onChange({ ...draft, name: e.target.value })}
        />
        {problem && <div style={{ color: "var(--rust)", marginTop: 4 }}>{problem.message}</div>}
        {sized.error && <div style={{ color: "var(--rust)", marginTop: 4 }}>{sized.error.message}</div>}
      </div>
      <Step kind="COUNTRY" {...step}>
        Everyone on <b>{account.networkName}</b> in
        <Select
          aria-label="Country"
          value={definition.country}
          showSearch={{ optionFilterProp: "label" }}
          style={{ width: 190 }}
          options={rules.countries.map((c) => ({ value: c.code, label: c.words }))}
          onChange={(country: string) => set({ country, places: [] })}
        />
      </Step>
      <Step kind="PLACES" {...step}>
        {definition.places.length > 0 ? "living within" : "living anywhere, or within reach of"}
        <Places
          clientId={clientId}
          accountId={account.id}
          offer={rules}
          definition={definition}
          onChange={(places) => set({ places })}
        />
      </Step>
      <Step kind="AGES" {...step}>
        aged
        <InputNumber
          aria-label="Youngest age"
          placeholder={String(rules.youngest)}
          style={{ width: 62 }}
          min={rules.youngest}
          max={rules.oldest}
          precision={0}
          value={definition.ageFrom ?? null}
          onChange={(ageFrom) => set({ ageFrom })}
        />
        to
        <InputNumber
          aria-label="Oldest age"
          placeholder={`${rules.oldest}+`}
          style={{ width: 62 }}
          min={rules.youngest}
          max={rules.oldest}
          precision={0}
          value={definition.ageTo ?? null}
          onChange={(ageTo) => set({ ageTo })}
        />
        <span className="note">
          whole ages from {rules.youngest}; {rules.oldest} means {rules.oldest} and over
        </span>
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
      <Step kind="CONDITION" {...step}>
        interested in any of
        <Select
          aria-label="Interests"
          mode="multiple"
          placeholder="anything"
          style={{ minWidth: 260, maxWidth: "100%", flex: 1 }}
          value={definition.interests}
          showSearch={{ optionFilterProp: "label" }}
          options={topics}
          onChange={(interests: string[]) => set({ interests })}
        />
      </Step>
    </div>
  );
}
