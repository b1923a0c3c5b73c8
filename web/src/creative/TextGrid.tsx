import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { mediaQuery, stillUrl } from "../api/creatives";
import { FIELDS, type Medium, textIsRisky, textPercent, textTouches } from "./model";
import { markText } from "./queries";

const BY = { NOBODY: "", READER: ", as found", PERSON: ", as marked" };

/** Which of 5 × 5 fields text touches, as it was found or is marked by hand. */
export function TextGrid({ clientId, medium }: { clientId: string; medium: Medium }) {
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  const bits = medium.text.fields;
  const touched = textTouches(bits);
  const fill = (fields: number) =>
    queries.setQueryData<Medium[]>(mediaQuery(clientId).queryKey, (all) =>
      all?.map((m) => (m.sha256 === medium.sha256 ? { ...m, text: { ...m.text, fields, by: "PERSON" } } : m)),
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
      .then((marked) => void (now.kept = marked.text.fields))
      .catch(() => undefined)
      .then(() => void (--now.open === 0 && fill(now.kept)));
  };
  return (
    <div className={`text-grid ${textIsRisky(bits) ? "risky" : ""}`}>
      <span>
        {medium.text.by === "NOBODY"
          ? "Text was not looked for: Debian’s package tesseract-ocr reads it."
          : `Text touches ${touched} of ${FIELDS} fields, ${textPercent(bits)} %${BY[medium.text.by]}.`}
        {textIsRisky(bits) && " Over 20 % may show to fewer."}
        {medium.text.says && ` Read: “${medium.text.says}”.`}
      </span>{" "}
      <button className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Done" : medium.text.by === "NOBODY" ? "Mark it" : "Correct it"}
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
