import { useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { creativesQuery } from "../api/creatives";
import { useChange } from "../frame/useChange";
import { freeName } from "../look/lists";
import { bodyOf, type Draft, draftOf, emptyDraft } from "./model";
import { addCreative } from "./queries";

/** Makes a creative like another, or like none, but for what is said, and tells of it once it is there. */
export function useCreativeLike(clientId: string) {
  const queries = useQueryClient();
  const carryOut = useChange();
  return (
    like: Schemas["Creative"] | undefined,
    but: Partial<Draft>,
    onMade: (id: string) => void,
  ): Promise<unknown> => {
    const { queryKey } = creativesQuery(clientId);
    const names = (queries.getQueryData<Schemas["KeptCreative"][]>(queryKey) ?? []).map(
      (c) => c.creative.name,
    );
    const draft = { ...(like ? draftOf(like) : emptyDraft), ...but };
    const body = bodyOf({ ...draft, name: freeName(draft.name, names) }, 0);
    return carryOut(addCreative(clientId, body), async (made) => {
      await queries.invalidateQueries({ queryKey });
      onMade(made.creative.id);
    });
  };
}
