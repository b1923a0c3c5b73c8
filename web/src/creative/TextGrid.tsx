import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Medium } from "./model";
import { markText, mediaQuery, stillUrl } from "./queries";

const FIELDS = 25;

/**
 * Which of 5 × 5 fields text touches, marked by hand; more than 5 of 25 is over 20 %, a risk on some networks (common
 * practice).
 */
export function TextGrid({ clientId, medium }: { clientId: string; medium: Medium }) {
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  const bits = medium.textFields;
  const touched = Array.from({ length: FIELDS }, (_, i) => i).filter((i) => bits & (1 << i)).length;
  const toggle = (field: number) => {
    void markText(clientId, medium.sha256, bits ^ (1 << field)).then((marked) =>
      queries.setQueryData<Medium[]>(mediaQuery(clientId).queryKey, (all) =>
        all?.map((m) => (m.sha256 === marked.sha256 ? marked : m)),
      ),
    );
  };
  return (
    <div className={`text-grid ${touched > 5 ? "risky" : ""}`}>
      <span>
        Text touches {touched} of 25 fields, {touched * 4} %. {touched > 5 && "Over 20 % may show to fewer."}
      </span>{" "}
      <button className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Done" : "Mark it"}
      </button>
      {open && (
        <div className="grid-over" style={{ aspectRatio: medium.width / medium.height }}>
          <img src={stillUrl(clientId, medium.sha256)} alt="" />
          <div>
            {Array.from({ length: FIELDS }, (_, i) => (
              <button
                key={i}
                aria-label={`Row ${Math.floor(i / 5) + 1}, column ${(i % 5) + 1}`}
                aria-pressed={!!(bits & (1 << i))}
                onClick={() => toggle(i)}
              />
            ))}
          </div>
        </div>
      )}
    </div>
  );
}
