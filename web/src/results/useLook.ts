import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { besideOf, type Temperature } from "./model";
import type { Question } from "./queries";

/** What results are looked at by and how, as the address holds it, so that it can be kept, sent and gone back to. */
export interface Look {
  by: string[];
  /** The question without what lines are made by. */
  scope: Omit<Question, "by">;
  question: Question;
  /** What stands beside it, as the address says it; the question about that, undefined when it is not compared. */
  beside: string | undefined;
  other: Question | undefined;
  from: string | undefined;
  to: string | undefined;
  temperature: Temperature | undefined;
  /** Code of the number that is drawn and coloured. */
  number: string;
  asField: boolean;
  /** Drawn as bars of the lines instead of over the days. */
  asBars: boolean;
}

export function useLook(campaignId: string | undefined) {
  const [search, setSearch] = useSearchParams();
  const look = useMemo<Look>(() => {
    const by = (search.get("by") ?? (campaignId ? "ROW" : "CAMPAIGN")).split(",");
    const from = search.get("from") ?? undefined;
    const to = search.get("to") ?? undefined;
    const temperature = (search.get("temperature") ?? undefined) as Temperature | undefined;
    const scope = {
      from: from ?? null,
      to: to ?? null,
      campaignIds: campaignId ? [campaignId] : [],
      temperature: temperature ?? null,
    };
    const beside = search.get("beside") ?? undefined;
    const other = by.some((b) => TIMES.has(b)) ? undefined : besideOf(beside, from, to);
    return {
      by,
      scope,
      question: { ...scope, by },
      beside,
      other: other && { ...scope, by, ...other },
      from,
      to,
      temperature,
      number: search.get("number") ?? "cost_per_result",
      asField: by.length === 2 && search.get("as") === "field",
      asBars: search.get("drawn") === "bars" && !by.some((b) => TIMES.has(b)),
    };
  }, [search, campaignId]);
  const set = (more: Record<string, string | undefined>) =>
    setSearch(
      (now) => {
        for (const [k, v] of Object.entries(more)) {
          if (v === undefined) now.delete(k);
          else now.set(k, v);
        }
        return now;
      },
      { replace: true },
    );
  return { look, set };
}

const TIMES = new Set(["DAY", "WEEK"]);
