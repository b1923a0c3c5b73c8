import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { mediaQuery, stillUrl } from "../api/creatives";
import type { Medium } from "./model";
import { markText } from "./queries";

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
  const fill = (fields: number) =>
    queries.setQueryData<Medium[]>(mediaQuery(clientId).queryKey, (all) =>
      all?.map((m) => (m.sha256 === medium.sha256 ? { ...m, textFields: fields } : m)),
    );
  // Clicks come faster than answers: each starts from what the last one marked, and they are kept in their order.
  const marks = useRef({ fields: bits, kept: bits, sent: Promise.resolve(), open: 0 });
  const toggle = (field: number) => {
    const now = marks.current;
    if (now.open === 0) now.fields = now.kept = bits;
    now.fields ^= 1 << field;
    now.open++;
    const wanted = now.fields;
    fill(wanted);
    now.sent = now.sent
      .then(() => markText(clientId, medium.sha256, wanted))
      .then((marked) => void (now.kept = marked.textFields))
      .catch(() => undefined)
      .then(() => void (--now.open === 0 && fill(now.kept)));
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
