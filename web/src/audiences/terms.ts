import { useQueries, useQuery } from "@tanstack/react-query";
import { grouped } from "../look/lists";
import { useMemo } from "react";
import { sourcesQuery } from "../api/audiences";
import type { Schemas } from "../api/client";
import { countriesOf, keyOf, OF_TOPICS, type Definition, type Term, type TermKind } from "./model";
import { questionsQuery } from "./queries";
import { bandsOf } from "./sources/model";
import { type Source } from "./sources/queries";

type Offer = Schemas["OfferView"];

export interface Option {
  value: string;
  label: string;
}

export interface OptionGroup {
  label: string;
  options: Option[];
}

/** Topics under their domain; a branch stands for all below it. */
function topicOptions(kind: TermKind, topics: Schemas["Topic"][]): OptionGroup[] {
  const groups = grouped(topics, (t) => t.group);
  return [...groups].map(([label, members]) => ({
    label,
    options: members.map((t) => ({
      value: keyOf({ kind, code: t.code }),
      label: t.level === 3 ? t.words : `${t.words}, all`,
    })),
  }));
}

/** Questions about the topics that an audience's pages are about, and about those of questions already chosen. */
function questionTopics(definition: Definition): string[] {
  const terms = [...definition.conditions.flatMap((c) => c.terms), ...definition.leftOut];
  const topics = terms.flatMap((t) =>
    t.kind === "PAGE_TOPIC" || t.kind === "INTEREST"
      ? [t.code]
      : t.kind === "QUESTION"
        ? [t.code.slice(0, t.code.lastIndexOf("."))]
        : [],
  );
  return [...new Set(topics)];
}

/** What can be chosen of each kind on an account, and the words of what is chosen. */
export function useTerms(
  clientId: string,
  account: Schemas["AccountView"],
  offer: Offer,
  definition: Definition,
) {
  const offered = offer.rulebook.audience.terms;
  const asks = offered.some((t) => t.kind === "QUESTION");
  const questions = useQueries({
    queries: (asks ? questionTopics(definition) : []).map((t) => questionsQuery(clientId, account.id, t)),
    combine: (all) => all.flatMap((q) => q.data ?? []),
  });
  const sources = useQuery(sourcesQuery(clientId));
  return useMemo(() => {
    const options = (kind: TermKind): OptionGroup[] => {
      const found = offered.find((t) => t.kind === kind);
      if (!found) return [];
      if (OF_TOPICS.has(kind)) return topicOptions(kind, offer.topics);
      if (kind === "QUESTION") return questionOptions(questions);
      if (kind === "TIE") return tieOptions(account);
      if (kind === "SOURCE") return sourceOptions(sources.data ?? []);
      if (kind === "LOOKALIKE")
        return lookalikeOptions(sources.data ?? [], offer.rulebook.audience, definition);
      return [
        {
          label: found.words,
          options: found.choices.map((c) => ({ value: keyOf({ kind, code: c.code }), label: c.words })),
        },
      ];
    };
    const words = new Map(
      offered.flatMap((t) =>
        options(t.kind).flatMap((g) => g.options.map((o) => [o.value, o.label] as const)),
      ),
    );
    return {
      offered,
      options,
      label: (term: Term) => words.get(keyOf(term)) ?? lookalikeWords(sources.data ?? [], term) ?? term.code,
      kindWords: (kind: TermKind) => offered.find((t) => t.kind === kind)?.words ?? kind,
    };
  }, [account, offer, offered, questions, sources.data, definition]);
}

export type Terms = ReturnType<typeof useTerms>;

function questionOptions(questions: Schemas["Question"][]): OptionGroup[] {
  const groups = grouped(questions, (q) => q.topic);
  return [...groups].map(([label, members]) => ({
    label,
    options: members.map((q) => ({ value: keyOf({ kind: "QUESTION", code: q.id }), label: q.words })),
  }));
}

function tieOptions(account: Schemas["AccountView"]): OptionGroup[] {
  return account.profiles.map((p) => ({
    label: p.name,
    options: [
      { value: keyOf({ kind: "TIE", code: `${p.id}:1` }), label: `follow ${p.name}` },
      { value: keyOf({ kind: "TIE", code: `${p.id}:2` }), label: `know a follower of ${p.name}` },
    ],
  }));
}

function sourceOptions(sources: Source[]): OptionGroup[] {
  const ready = sources.filter((s) => s.state === "READY");
  return [
    {
      label: "Source audiences",
      options: ready.map((s) => ({ value: keyOf({ kind: "SOURCE", code: s.id }), label: s.name })),
    },
  ];
}

const USUAL_EDGES = [1, 2, 5, 10];

/** The usual bands of each source in the audience's countries; others are made on the source's own page. */
function lookalikeOptions(
  sources: Source[],
  rules: Schemas["AudienceOffer"],
  definition: Definition,
): OptionGroup[] {
  const bands = bandsOf(USUAL_EDGES.filter((e) => e <= rules.lookalike.mostPercent));
  return sources
    .filter((s) => s.state === "READY")
    .map((s) => ({
      label: s.name,
      options: countriesOf(definition.places).flatMap((country) =>
        bands.map((b) => {
          const term: Term = { kind: "LOOKALIKE", code: `${s.id}:${country}:${b.from}-${b.to}` };
          return { value: keyOf(term), label: lookalikeWords(sources, term) ?? term.code };
        }),
      ),
    }));
}

function lookalikeWords(sources: Source[], term: Term): string | undefined {
  const [id, country, band] = term.code.split(":");
  const source = sources.find((s) => s.id === id);
  return source && country && band
    ? `${source.name}, ${band.replace("-", "–")} % of ${country}`
    : source?.name;
}
