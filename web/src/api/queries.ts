import { type DefaultOptions, QueryClient } from "@tanstack/react-query";
import { Problem } from "./client";

/** How often what may pass by itself is asked again, 1.5 s apart: longer than a server takes to start. */
const TRIES = 30;

/**
 * What the server is asked and how. It is asked whatever the browser thinks of the network: the server may stand on this machine or in
 * this house, and a question held back says nothing to whoever waits for it, while one that fails says why.
 */
export function newQueries(queries: DefaultOptions["queries"] = {}): QueryClient {
  return new QueryClient({
    defaultOptions: {
      queries: {
        networkMode: "always",
        staleTime: 5_000,
        retry: (failures, error) => error instanceof Problem && error.passing && failures < TRIES,
        retryDelay: 1_500,
        ...queries,
      },
    },
  });
}
