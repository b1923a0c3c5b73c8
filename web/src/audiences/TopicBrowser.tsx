import { useQuery } from "@tanstack/react-query";
import { Checkbox, Drawer, Input } from "antd";
import { useMemo, useState } from "react";
import type { Schemas } from "../api/client";
import { people } from "../look/format";
import { everyoneIn, keyOf, type Definition, type TermKind } from "./model";
import { relatedQuery } from "./queries";

type Topic = Schemas["Topic"];

/** The interest tree to browse and search, and the topics nearest to what is chosen. */
export function TopicBrowser(props: {
  clientId: string;
  accountId: string;
  topics: Topic[];
  definition: Definition;
  kind: TermKind;
  chosen: string[];
  onChange: (keys: string[]) => void;
  onClose: () => void;
}) {
  const { topics, kind, chosen } = props;
  const [text, setText] = useState("");
  const [domain, setDomain] = useState<string>();
  const domains = useMemo(() => topics.filter((t) => t.level === 1), [topics]);
  const picked = new Set(chosen);
  const toggle = (code: string) => {
    const key = keyOf({ kind, code });
    props.onChange(picked.has(key) ? chosen.filter((k) => k !== key) : [...chosen, key]);
  };
  const box = (t: { code: string; words: string }, note?: string) => (
    <Checkbox
      key={t.code}
      className="topic"
      checked={picked.has(keyOf({ kind, code: t.code }))}
      onChange={() => toggle(t.code)}
    >
      <span>{t.words}</span>
      {note && <span className="note">{note}</span>}
    </Checkbox>
  );
  const wanted = text.trim().toLowerCase();
  const found = wanted ? topics.filter((t) => t.words.toLowerCase().includes(wanted)) : [];
  const open = domain ?? domainOf(topics, chosen[0]) ?? domains[0]?.code;
  return (
    <Drawer title="Topics" size={760} open onClose={props.onClose} styles={{ body: { padding: 0 } }}>
      <div className="browser">
        <div className="column">
          <Input
            aria-label="Find a topic"
            placeholder="Find a topic"
            allowClear
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          {wanted
            ? found.map((t) => box(t, t.level < 3 ? "all below it" : parentWords(topics, t)))
            : domains.map((d) => (
                <button
                  key={d.code}
                  className={`plain branch ${d.code === open ? "on" : ""}`}
                  onClick={() => setDomain(d.code)}
                >
                  {d.words}
                </button>
              ))}
          {wanted && found.length === 0 && <p className="note">No topic by that name.</p>}
        </div>
        <div className="column">
          {topics
            .filter((t) => t.level === 2 && t.parent === open)
            .map((branch) => (
              <div key={branch.code} style={{ marginBottom: 10 }}>
                {box({ code: branch.code, words: `${branch.words}, all` })}
                <div className="leaves">
                  {topics.filter((t) => t.parent === branch.code).map((t) => box(t))}
                </div>
              </div>
            ))}
        </div>
        <div className="column">
          <Related {...props} onToggle={box} />
        </div>
      </div>
    </Drawer>
  );
}

/** The domain that a chosen topic lies in. */
function domainOf(topics: Topic[], key: string | undefined): string | undefined {
  const code = key?.slice(key.indexOf(":") + 1);
  const topic = topics.find((t) => t.code === code);
  return topic?.parent ? domainOf(topics, topic.parent) : topic?.code;
}

function parentWords(topics: Topic[], topic: Topic): string {
  return topics.find((t) => t.code === topic.parent)?.words ?? "";
}

function Related(props: {
  clientId: string;
  accountId: string;
  definition: Definition;
  chosen: string[];
  onToggle: (topic: { code: string; words: string }, note: string) => React.ReactNode;
}) {
  const topics = props.chosen.map((k) => k.slice(k.indexOf(":") + 1));
  const asked: Definition = {
    ...everyoneIn(""),
    places: props.definition.places,
    conditions: [{ terms: topics.map((code) => ({ kind: "INTEREST", code })) }],
  };
  const related = useQuery({
    ...relatedQuery(props.clientId, props.accountId, asked),
    enabled: topics.length > 0,
  });
  if (topics.length === 0) return <p className="note">Choose a topic to see which others its people like.</p>;
  if (related.error) return <p className="note">{related.error.message}</p>;
  return (
    <>
      <h3>Liked by the same people</h3>
      <p className="note">How many times as common among them as among all there.</p>
      {related.data
        ?.slice(0, 18)
        .map((t) => props.onToggle(t, `${t.lift.toFixed(1)} ×, ${people(t.people)}`))}
    </>
  );
}
