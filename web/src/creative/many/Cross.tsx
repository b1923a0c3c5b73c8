import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, Input, Select } from "antd";
import { useMemo, useState, type ReactNode } from "react";
import { creativesQuery, stillUrl } from "../../api/creatives";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { plural } from "../../look/format";
import { useSettled } from "../../look/useSettled";
import { MediaShelf } from "../MediaShelf";
import { emptyDraft, type Medium, type Phrase } from "../model";
import { fitQuery } from "../queries";
import { fresh, MOST, standingWords, sum } from "./model";
import { OntoSheet } from "./OntoSheet";
import { crossAll, type CrossBody, type Crossed, crossQuery } from "./queries";

const PAUSE_MS = 250;
const EMPTY: CrossBody = {
  crossing: { media: [], headlines: [], bodies: [] },
  description: "",
  callToAction: "",
  link: "",
};

/** Media × headlines × bodies: what comes of it as a contact sheet, made in one go, and put onto a sheet. */
export function Cross(props: {
  clientId: string;
  media: Medium[];
  phrases: Phrase[];
  rooms: ReactNode;
  ways: ReactNode;
}) {
  const { clientId } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const carryOut = useChange();
  const [body, setBody] = useState(EMPTY);
  const [made, setMade] = useState<{ of: string; ids: string[] }>();
  const [placing, setPlacing] = useState(false);
  const { media, headlines, bodies } = body.crossing;
  const { made: total, words } = sum(media.length, headlines.length, bodies.length);
  const possible = total > 0 && total <= MOST;
  const settled = useSettled(JSON.stringify(body), PAUSE_MS);
  const asked = useMemo(
    () => (settled === undefined ? undefined : (JSON.parse(settled) as CrossBody)),
    [settled],
  );
  const look = useQuery({
    ...crossQuery(clientId, asked ?? body),
    enabled: asked !== undefined && possible,
    placeholderData: keepPreviousData,
  });
  const fit = useQuery(fitQuery(clientId, emptyDraft));
  const crossed = possible ? (look.data ?? []) : [];
  const left = fresh(crossed);
  const done = made?.of === JSON.stringify(body) ? made.ids : undefined;
  const chosen = (part: "media" | "headlines" | "bodies", values: string[]) =>
    setBody({ ...body, crossing: { ...body.crossing, [part]: values } });
  const make = () =>
    void carryOut(crossAll(clientId, body), async (kept) => {
      setMade({ of: JSON.stringify(body), ids: kept.map((k) => k.creative.id) });
      message.info(`${plural(left, "creative")} made.`);
      await queries.invalidateQueries(creativesQuery(clientId));
      await queries.invalidateQueries(crossQuery(clientId, body));
    });
  return (
    <Columns
      things={
        <>
          {props.rooms}
          <MediaShelf
            clientId={clientId}
            media={props.media}
            chosen={media}
            onChoose={(m) =>
              chosen(
                "media",
                media.includes(m.sha256) ? media.filter((s) => s !== m.sha256) : [...media, m.sha256],
              )
            }
          />
        </>
      }
      title="Many at once"
      note={total === 0 ? "Each medium with each headline and each body." : words}
      actions={
        <>
          {props.ways}
          {done ? (
            <Button type="primary" onClick={() => setPlacing(true)}>
              Put {plural(done.length, "creative")} onto a sheet…
            </Button>
          ) : (
            <Button type="primary" disabled={!possible || left === 0 || look.isFetching} onClick={make}>
              {left > 0 ? `Make ${plural(left, "creative")}` : "Make them"}
            </Button>
          )}
        </>
      }
    >
      <div className="cross-parts">
        {(["headlines", "bodies"] as const).map((part) => (
          <Phrases
            key={part}
            title={part === "headlines" ? "Headlines" : "Bodies"}
            phrases={props.phrases.filter((p) => p.kind === (part === "headlines" ? "HEADLINE" : "BODY"))}
            chosen={body.crossing[part]}
            onChoose={(codes) => chosen(part, codes)}
          />
        ))}
        <section className="cross-rest">
          <h3>The same for all</h3>
          <Select
            aria-label="Call to action"
            placeholder="Call to action"
            allowClear
            value={body.callToAction || undefined}
            options={(fit.data?.fit.actions ?? []).map((a) => ({ value: a.code, label: a.words }))}
            onChange={(code) => setBody({ ...body, callToAction: code ?? "" })}
          />
          <Input
            aria-label="Link"
            placeholder="https://…"
            value={body.link}
            onChange={(e) => setBody({ ...body, link: e.target.value })}
          />
          <Input
            aria-label="Description"
            placeholder="Description"
            value={body.description}
            onChange={(e) => setBody({ ...body, description: e.target.value })}
          />
        </section>
      </div>
      {total > MOST && (
        <p className="wrong">
          {words}; the most at once is {MOST}. Choose fewer.
        </p>
      )}
      {look.error && <p className="wrong">{look.error.message}</p>}
      {total === 0 ? (
        <p className="note">Choose pictures and videos on the left, headlines and bodies above.</p>
      ) : (
        <ContactSheet {...{ clientId, crossed }} />
      )}
      {placing && done && (
        <OntoSheet clientId={clientId} creativeIds={done} onClose={() => setPlacing(false)} />
      )}
    </Columns>
  );
}

function Phrases(props: {
  title: string;
  phrases: Phrase[];
  chosen: string[];
  onChoose: (codes: string[]) => void;
}) {
  const { phrases, chosen } = props;
  return (
    <section>
      <h3>
        {props.title}, {chosen.length} of {phrases.length}
      </h3>
      <div className="cross-phrases">
        {phrases.map((p) => (
          <Checkbox
            key={p.code}
            checked={chosen.includes(p.code)}
            onChange={(e) =>
              props.onChoose(e.target.checked ? [...chosen, p.code] : chosen.filter((c) => c !== p.code))
            }
          >
            <span className="phrase-code">{p.code}</span> {p.text}
          </Checkbox>
        ))}
        {phrases.length === 0 && <p className="note">None in the copy deck yet.</p>}
      </div>
    </section>
  );
}

function ContactSheet({ clientId, crossed }: { clientId: string; crossed: Crossed[] }) {
  return (
    <div className="contact-sheet" aria-label="Contact sheet">
      {crossed.map((c) => (
        <figure key={c.name + c.sha256 + c.headline + c.body} className={c.existing ? "there" : ""}>
          <img src={stillUrl(clientId, c.sha256)} alt="" loading="lazy" />
          <figcaption>
            <b title={c.name}>{c.name}</b>
            <span className="contact-words">{c.headline}</span>
            <span className="contact-words note">{c.body}</span>
            <span className={c.existing ? "note" : c.standing.runs === 0 ? "wrong" : "good"}>
              {c.existing ? "there already" : standingWords(c.standing)}
            </span>
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
