import { Button, Checkbox, Input } from "antd";
import { useState } from "react";
import { useChange } from "../frame/useChange";
import { ownMoment, plural } from "../look/format";
import { placeWords, samePlace, threads, type Named, type Comment, type Place, type Thread } from "./model";

const LONGEST = 2_000;

/** What was said at one place, with a box to say more; below it what was said elsewhere, each a way there. */
export function Comments(props: {
  comments: readonly Comment[];
  campaigns: readonly Named[];
  place: Place;
  maySay: boolean;
  onPlace: (place: Place) => void;
  onSay: (place: Place, says: string, answers: string | null) => Promise<unknown>;
  onDone: (id: string, done: boolean) => Promise<unknown>;
}) {
  const { comments, campaigns, place, maySay } = props;
  const change = useChange();
  const all = threads(comments);
  const here = all.filter((t) => samePlace(t.first, place));
  const elsewhere = all.filter((t) => !samePlace(t.first, place));
  const open = all.filter((t) => !t.first.doneAt).length;
  const thread = (t: Thread) => (
    <article className={`remark-thread ${t.first.doneAt ? "done" : ""}`} key={t.first.id}>
      {[t.first, ...t.answers].map((c) => (
        <div key={c.id} className={c.answers ? "remark answer" : "remark"}>
          <b>{c.name}</b> <span className="note">{ownMoment(c.at)}</span>
          {!c.answers && !c.signOffId && <span className="chip team">team only</span>}
          <p>{c.says}</p>
        </div>
      ))}
      {maySay && (
        <div className="remark-do">
          <Checkbox
            checked={!!t.first.doneAt}
            onChange={(e) => void change(props.onDone(t.first.id, e.target.checked))}
          >
            {t.first.doneAt ? `Done, says ${t.first.doneAs}` : "Done"}
          </Checkbox>
          {!t.first.doneAt && (
            <Say small label="Answer" onSay={(says) => change(props.onSay(t.first, says, t.first.id))} />
          )}
        </div>
      )}
    </article>
  );
  return (
    <>
      <h2>Comments{open > 0 && `, ${open} open`}</h2>
      <p className="note">
        On <b>{placeWords(place, campaigns)}</b>
        {place.campaignId && (
          <>
            {" "}
            <Button
              type="link"
              size="small"
              onClick={() => props.onPlace({ campaignId: null, rowId: null, columnId: null })}
            >
              the plan
            </Button>
          </>
        )}
      </p>
      {here.map(thread)}
      {maySay && (
        <Say
          key={`${place.campaignId}${place.rowId}${place.columnId}`}
          label="Comment"
          onSay={(says) => change(props.onSay(place, says, null))}
        />
      )}
      {elsewhere.length > 0 && (
        <details className="remark-elsewhere" open>
          <summary>{plural(elsewhere.length, "comment")} elsewhere</summary>
          {elsewhere.map((t) => (
            <button key={t.first.id} className="remark-line" onClick={() => props.onPlace(t.first)}>
              <b>{placeWords(t.first, campaigns)}</b>
              <span>{t.first.says}</span>
              <span className="note">
                {t.first.name}
                {t.answers.length > 0 && `, ${plural(t.answers.length, "answer")}`}
                {t.first.doneAt && ", done"}
              </span>
            </button>
          ))}
        </details>
      )}
    </>
  );
}

function Say(props: { label: string; small?: boolean; onSay: (says: string) => Promise<boolean> }) {
  const [says, setSays] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async () => {
    setBusy(true);
    if (await props.onSay(says)) setSays("");
    setBusy(false);
  };
  return (
    <div className={props.small ? "say small" : "say"}>
      <Input.TextArea
        aria-label={props.label}
        placeholder={props.small ? "Answer…" : "Say what is to be changed, or asked…"}
        autoSize={{ minRows: props.small ? 1 : 2, maxRows: 8 }}
        maxLength={LONGEST}
        value={says}
        onChange={(e) => setSays(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (e.ctrlKey || e.metaKey) && says.trim()) void send();
        }}
      />
      {says.trim() !== "" && (
        <Button
          size="small"
          type={props.small ? "default" : "primary"}
          loading={busy}
          onClick={() => void send()}
        >
          {props.label}
        </Button>
      )}
    </div>
  );
}
