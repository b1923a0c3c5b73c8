import type { QueryClient } from "@tanstack/react-query";
import { audiencesQuery } from "./audiences";
import { clientsQuery, deskQuery } from "./clients";
import { creativesQuery } from "./creatives";
import { morningOfQuery, morningQuery } from "./morning";
import { planQuery, plansQuery } from "./plans";
import { agencyQuery, sessionQuery } from "./session";

/**
 * Asks at once for what the frame waits for and what stands on the screen at an address, beside its code. Who may not have it is told so
 * by whoever waits for it.
 */
export function askFirst(
  queries: QueryClient,
  { pathname, search }: { pathname: string; search: string },
): void {
  const [room, clientId, screen, planId] = pathname.split("/").slice(1);
  const asked: Promise<unknown>[] = [
    queries.query(sessionQuery),
    queries.query(agencyQuery),
    queries.query(clientsQuery),
  ];
  if (room === "" && !search) asked.push(queries.query(morningQuery({ mine: false, hidden: false })));
  if (room === "c" && clientId) {
    asked.push(queries.query(deskQuery(clientId)));
    if (!screen) asked.push(queries.query(morningOfQuery(clientId)));
    if (screen === "plan") {
      asked.push(
        queries.query(plansQuery(clientId)),
        queries.query(audiencesQuery(clientId)),
        queries.query(creativesQuery(clientId)),
      );
    }
    if ((screen === "plan" || screen === "launch") && planId)
      asked.push(queries.query(planQuery(clientId, planId)));
  }
  void Promise.allSettled(asked);
}
