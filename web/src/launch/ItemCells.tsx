import { LEVEL_WORDS } from "../look/changes";
import { type Change } from "./model";

/** What an item of a launch is and how it is called, as two cells of its line. */
export function ItemCells({ level, name }: Pick<Change, "level" | "name">) {
  return (
    <>
      <span role="cell" className="note">
        {LEVEL_WORDS[level]}
      </span>
      <span role="cell" className="mono" title={name}>
        {name}
      </span>
    </>
  );
}
