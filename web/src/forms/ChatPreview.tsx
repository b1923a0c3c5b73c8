import { useState } from "react";
import type { Schemas } from "../api/client";

interface Bubble {
  mine: boolean;
  text: string;
}

/** A chat as a person has it on a phone: the greeting, replies to tap, and what is answered. */
export function ChatPreview({
  clientName,
  greeting,
  replies,
}: {
  clientName: string;
  greeting: string;
  replies: Schemas["Reply"][];
}) {
  const [said, setSaid] = useState<Bubble[]>([]);
  const reply = (r: Schemas["Reply"]) =>
    setSaid([...said, { mine: true, text: r.text }, { mine: false, text: r.answer || "(a person answers)" }]);
  return (
    <figure className="fill-in phone chat" aria-label="Chat preview">
      <figcaption>
        {clientName}
        <button className="link" onClick={() => setSaid([])}>
          Start again
        </button>
      </figcaption>
      <div className="sheet-of-form in-light" aria-live="polite">
        <p className="bubble">{greeting || "The greeting stands here."}</p>
        {said.map((b, i) => (
          <p key={i} className={`bubble ${b.mine ? "mine" : ""}`}>
            {b.text}
          </p>
        ))}
        <div className="choices">
          {replies
            .filter((r) => r.text)
            .map((r, i) => (
              <button key={i} onClick={() => reply(r)}>
                {r.text}
              </button>
            ))}
        </div>
      </div>
    </figure>
  );
}
