import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { audiencesQuery } from "../api/audiences";
import type { Schemas } from "../api/client";
import { creativesQuery } from "../api/creatives";
import { plansQuery } from "../api/plans";

/** The way of a new client to its first ad; what is done is ticked, and the next step leads on. */
export function FirstSteps({ client }: { client: Schemas["ClientView"] }) {
  const audiences = useQuery(audiencesQuery(client.id));
  const creatives = useQuery(creativesQuery(client.id));
  const plans = useQuery(plansQuery(client.id));
  if (!audiences.data || !creatives.data || !plans.data) return null;
  const home = `/c/${client.id}`;
  const steps = [
    {
      done: client.accounts.length > 0,
      words: "Open its first account",
      says: "On a network, in a currency and time zone; all else belongs to one.",
      to: `${home}/brief?open=account`,
    },
    {
      done: audiences.data.length > 0,
      words: "Describe an audience",
      says: "Who is to see it, as a sentence; the network tells how many that are.",
      to: `${home}/audiences`,
    },
    {
      done: creatives.data.length > 0,
      words: "Make a creative",
      says: "A picture or film with its words, seen as each placement shows it.",
      to: `${home}/creative`,
    },
    {
      done: plans.data.length > 0,
      words: "Plan a campaign",
      says: "Audiences are rows, creatives are columns, and each crossing is an ad.",
      to: `${home}/plan`,
    },
    {
      done: false,
      words: "Launch it",
      says: "What is about to happen is listed before it does.",
      to: `${home}/launch`,
    },
  ];
  const next = steps.findIndex((s) => !s.done);
  return (
    <ol className="first-steps" aria-label="To the first ad">
      {steps.map((s, i) => (
        <li key={s.words} className={s.done ? "done" : i === next ? "next" : undefined}>
          <span className="first-mark" aria-label={s.done ? "done" : undefined}>
            {s.done ? "✓" : i + 1}
          </span>
          <span>
            {i === next ? <Link to={s.to}>{s.words}</Link> : <b>{s.words}</b>}
            <span className="note">{s.says}</span>
          </span>
        </li>
      ))}
    </ol>
  );
}
