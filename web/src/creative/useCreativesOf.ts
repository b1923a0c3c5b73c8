import { useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { creativesQuery } from "../api/creatives";
import { useChange } from "../frame/useChange";
import { freeName } from "../look/lists";
import { baseName, bodyOf, type Draft, draftOf, emptyDraft, type Medium } from "./model";
import { addCreative } from "./queries";
import { useUpload } from "./useUpload";

const formatOf = (medium: Medium) => (medium.video ? "single-video" : "single-picture");

/** What a file shows, told as another creative tells it where that is of the same format. */
function shownBy(medium: Medium, like: Schemas["Creative"] | undefined): Draft {
  const format = formatOf(medium);
  const told = like?.format === format ? draftOf(like) : { ...emptyDraft, format };
  return { ...told, name: baseName(medium), media: [medium.sha256] };
}

/** Makes a creative of each file that is dropped, and tells of them all once they are there. */
export function useCreativesOf(clientId: string) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const { take, progress } = useUpload(clientId);
  const make = async (
    files: File[],
    like: Schemas["Creative"] | undefined,
    onMade: (ids: string[]) => void,
  ) => {
    const media: Medium[] = [];
    await take(files, (medium) => media.push(medium));
    const names = (
      queries.getQueryData<Schemas["KeptCreative"][]>(creativesQuery(clientId).queryKey) ?? []
    ).map((c) => c.creative.name);
    const ids: string[] = [];
    for (const medium of media) {
      const draft = shownBy(medium, like);
      const name = freeName(draft.name, names);
      names.push(name);
      await carryOut(addCreative(clientId, bodyOf({ ...draft, name }, 0)), (made) => {
        ids.push(made.creative.id);
      });
    }
    if (ids.length === 0) return;
    await queries.invalidateQueries(creativesQuery(clientId));
    onMade(ids);
  };
  return { make, progress };
}
