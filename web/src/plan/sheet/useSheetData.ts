import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { audiencesQuery } from "../../api/audiences";
import { ask, at, CAMPAIGN, versioned } from "../../api/client";
import { creativesQuery } from "../../api/creatives";
import { offerOfResults, resultsQuery } from "../../api/results";
import { commentsQuery } from "../../api/signoffs";
import { openAt } from "../../signoff";
import type { Campaign, Lens } from "../model";
import { lens as lensOf } from "./lenses";
import { filtered } from "./sheetText";

/** Names follow every edit, so the version of the plan is part of the key. */
const namesQuery = (clientId: string, planId: string, campaignId: string, version: number) =>
  versioned(
    ask.queryOptions("get", `${CAMPAIGN}/names`, at({ clientId, planId, campaignId }), {
      staleTime: Infinity,
    }),
    version,
  );

/** What the server tells of a sheet, and what a lens shows of the rows that a filter leaves. */
export function useSheetData(
  of: { clientId: string; planId: string; whole: Campaign; version: number },
  lens: Lens,
  metric: string,
  filter: string,
) {
  const { clientId, planId, whole } = of;
  const audiences = useQuery(audiencesQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const names = useQuery(namesQuery(clientId, planId, whole.id, of.version));
  const results = useQuery({
    ...resultsQuery(clientId, planId, whole.id, metric),
    enabled: lens === "results",
    refetchInterval: 10_000,
  });
  const comments = useQuery({ ...commentsQuery(clientId, planId), enabled: lens === "review" });
  const said = useMemo(() => openAt(comments.data ?? [], whole.id), [comments.data, whole.id]);
  const numbers = useQuery({ ...offerOfResults(clientId), enabled: lens === "results" });
  const audienceOf = useMemo(() => new Map(audiences.data?.map((a) => [a.id, a])), [audiences.data]);
  const creativeOf = useMemo(
    () => new Map(creatives.data?.map((c) => [c.creative.id, c.creative])),
    [creatives.data],
  );
  const campaign = useMemo(
    () => filtered(whole, filter, (r) => audienceOf.get(r.audienceId)?.name ?? ""),
    [whole, filter, audienceOf],
  );
  const shown = useMemo(
    () => lensOf(lens, campaign, { names: names.data, results: results.data, said }),
    [lens, campaign, names.data, results.data, said],
  );
  return { audiences, creatives, names, numbers, audienceOf, creativeOf, campaign, shown };
}
