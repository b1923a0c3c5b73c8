import { useQuery, useQueryClient } from "@tanstack/react-query";
import { send, type Schemas } from "../api/client";
import { sessionQuery } from "../api/session";
import { useChange } from "./useChange";

export type Preferences = Schemas["Preferences"];

/** Until it is known who is here. */
const USUAL: Preferences = { look: "SYSTEM", language: null, weekStarts: null, miles: false, letters: true };

/** How the person has things look and written, and a change of it, which is there at once and kept for every machine. */
export function usePreferences(): [Preferences, (part: Partial<Preferences>) => void] {
  const queries = useQueryClient();
  const carryOut = useChange();
  const preferences = useQuery(sessionQuery).data?.preferences ?? USUAL;
  const change = (part: Partial<Preferences>) => {
    const wanted = { ...preferences, ...part };
    queries.setQueryData<Schemas["SignedIn"]>(
      sessionQuery.queryKey,
      (session) => session && { ...session, preferences: wanted },
    );
    void carryOut(send("put", "/api/me/preferences", { body: wanted })).then((kept) =>
      kept ? undefined : queries.invalidateQueries({ queryKey: sessionQuery.queryKey }),
    );
  };
  return [preferences, change];
}
