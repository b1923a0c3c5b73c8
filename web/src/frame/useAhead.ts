import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { audiencesQuery, sourcesQuery } from "../api/audiences";
import { offerQuery } from "../api/clients";
import { creativesQuery, formatsQuery, mediaQuery } from "../api/creatives";
import { formsQuery } from "../api/forms";
import { plansQuery } from "../api/plans";

const AFTER_MS = 400;

/** What a client's screens begin with is asked for once the first of them stands, so that the others open at once. */
export function useAhead(clientId: string | undefined) {
  const queries = useQueryClient();
  useEffect(() => {
    if (!clientId) return;
    const timer = window.setTimeout(() => {
      const nothing = () => undefined;
      queries.query(creativesQuery(clientId)).catch(nothing);
      queries.query(formatsQuery(clientId)).catch(nothing);
      queries.query(mediaQuery(clientId)).catch(nothing);
      queries.query(formsQuery(clientId)).catch(nothing);
      queries.query(plansQuery(clientId)).catch(nothing);
      queries.query(sourcesQuery(clientId)).catch(nothing);
      queries
        .query(audiencesQuery(clientId))
        .then(([first]) => first && queries.query(offerQuery(clientId, first.accountId)))
        .catch(nothing);
    }, AFTER_MS);
    return () => window.clearTimeout(timer);
  }, [clientId, queries]);
}
