import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { FoldedLink } from "./FoldedLink";
import { inOwnUnit } from "./format";

/** What a field of a change said, crossed out, and says now. */
export function BeforeAfter({ of: f }: { of: Schemas["FieldTold"] }) {
  return (
    <>
      {f.before && <s>{told(f.code, f.before)}</s>} {f.after ? told(f.code, f.after) : "empty"}
    </>
  );
}

/** People are described in a sentence, and a link is folded up; all else stands as it was typed. */
function told(code: Schemas["FieldTold"]["code"], said: string): ReactNode {
  if (code === "LINK") return <FoldedLink to={said} />;
  return code === "AUDIENCE" ? inOwnUnit(said) : said;
}
