import { useQueries } from "@tanstack/react-query";
import { useMemo } from "react";
import type { Schemas } from "../api/client";
import { keyOf, OF_TOPICS, type Definition, type Term, type TermKind } from "./model";
import { questionsQuery } from "./queries";

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
  const groups = Map.groupBy(topics, (t) => t.group);
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
  return useMemo(() => {
    const options = (kind: TermKind): OptionGroup[] => {
      const found = offered.find((t) => t.kind === kind);
      if (!found) return [];
      if (OF_TOPICS.has(kind)) return topicOptions(kind, offer.topics);
      if (kind === "QUESTION") return questionOptions(questions);
      if (kind === "TIE") return tieOptions(account);
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
      label: (term: Term) => words.get(keyOf(term)) ?? term.code,
      kindWords: (kind: TermKind) => offered.find((t) => t.kind === kind)?.words ?? kind,
    };
  }, [account, offer.topics, offered, questions]);
}

export type Terms = ReturnType<typeof useTerms>;

function questionOptions(questions: Schemas["Question"][]): OptionGroup[] {
  const groups = Map.groupBy(questions, (q) => q.topic);
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
