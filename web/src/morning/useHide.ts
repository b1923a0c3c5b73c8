import { useQueryClient } from "@tanstack/react-query";
import { askAgain, type Schemas } from "../api/client";
import { hideNeed, MORNING_PATHS } from "../api/morning";
import { useChange } from "../frame/useChange";

/** Hides a line from the person, or shows it again; both pages that tell it are asked anew. */
export function useHide() {
  const queries = useQueryClient();
  const change = useChange();
  return (body: Schemas["HiddenBody"]) =>
    void change(hideNeed(body), () => askAgain(queries, ...MORNING_PATHS));
}
