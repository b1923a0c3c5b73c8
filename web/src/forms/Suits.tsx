import type { CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { networkColour } from "../look/theme";

const FIELDS: Record<string, string> = {
  form: "It",
  headline: "The heading",
  questions: "The questions",
  privacyLink: "The privacy link",
  "completion.link": "The button’s link",
  greeting: "The greeting",
  replies: "The replies",
  sender: "The sender",
  subject: "The subject",
  body: "The body",
  button: "The button",
  link: "The link",
};

function words(field: string): string {
  const [part, number] = field.split(".");
  if (FIELDS[field]) return FIELDS[field];
  const one = part === "questions" ? "Question" : part === "replies" ? "Reply" : (part ?? "");
  return number === undefined ? one : `${one} ${Number(number) + 1}`;
}

/** Which of the client's networks take a form or script, and why not. */
export function Suits({
  title,
  networks,
  usedBy,
}: {
  title: string;
  networks: Schemas["FormNetworkFit"][];
  usedBy: string[];
}) {
  return (
    <>
      <h2>{title}</h2>
      {networks.map((n) => (
        <div
          className="verdict"
          key={n.network}
          style={{ "--edge": networkColour(n.network) } as CSSProperties}
        >
          <i
            aria-hidden="true"
            className={`dot ${n.faults.length === 0 ? "good" : n.faults[0]?.limit === "none" ? "none" : "bad"}`}
          />
          <div>
            <b>{n.networkName}</b>
            {n.faults[0]?.limit === "none" ? (
              <div className="note">has none</div>
            ) : (
              n.faults.map((f) => (
                <div key={f.field + f.value} className="bad">
                  {words(f.field)}: {f.value}; takes {f.limit}. {f.mend}.
                </div>
              ))
            )}
            {typeof n.completion === "number" && n.faults.length === 0 && (
              <div className="completion">
                <span>
                  <i style={{ width: `${Math.round(n.completion * 100)}%` }} />
                </span>
                {Math.round(n.completion * 100)} % of openers expected to send
              </div>
            )}
          </div>
        </div>
      ))}
      {networks.length === 0 && <p className="note">None of the client’s networks has these.</p>}
      <h2>Used by</h2>
      <p className="note">{usedBy.length > 0 ? usedBy.join(", ") : "No creative yet."}</p>
    </>
  );
}
