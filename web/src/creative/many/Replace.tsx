import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input, Select, Segmented } from "antd";
import { useMemo, useState, type ReactNode } from "react";
import { useNavigate } from "react-router";
import { askAgain, type Schemas } from "../../api/client";
import { creativesQuery, replaceIn, stillUrl } from "../../api/creatives";
import { PLAN_PATHS } from "../../api/plans";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { plural } from "../../look/format";
import { useSettled } from "../../look/useSettled";
import type { Medium, Phrase } from "../model";
import { SLOTS, standing, standingWords } from "./model";
import { type Replaceable, type ReplaceBody, replaceQuery, undoReplaced } from "./queries";

const PAUSE_MS = 250;

/** One text, medium or link replaced in all creatives where it stands, seen before it is done, and taken back with a click. */
export function Replace(props: {
  clientId: string;
  creatives: Schemas["Creative"][];
  media: Medium[];
  phrases: Phrase[];
  rooms: ReactNode;
  ways: ReactNode;
}) {
  const { clientId, creatives, media } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const [body, setBody] = useState<ReplaceBody>({ part: "LINK", from: "", to: "" });
  const [without, setWithout] = useState<string[]>([]);
  const [done, setDone] = useState<{ id: string; words: string }>();
  const { part, from, to } = body;
  const stands = useMemo(() => standing(creatives, part), [creatives, part]);
  const asks = from !== "" && to.trim() !== "" && from !== to;
  const settled = useSettled(JSON.stringify(body), PAUSE_MS);
  const look = useQuery({ ...replaceQuery(clientId, body), enabled: asks && settled !== undefined });
  const found = asks ? (look.data ?? []) : [];
  const ids = found.filter((r) => !r.has && !without.includes(r.id)).map((r) => r.id);
  const changed = async () => {
    await queries.invalidateQueries(creativesQuery(clientId));
    await askAgain(queries, ...PLAN_PATHS);
  };
  const pick = (next: Partial<ReplaceBody>) => {
    setBody({ ...body, ...next });
    setWithout([]);
  };
  const isVideo = media.find((m) => m.sha256 === from)?.video != null;
  return (
    <Columns
      things={props.rooms}
      title="Many at once"
      note="One thing replaced wherever it stands."
      actions={
        <>
          {props.ways}
          <Button
            type="primary"
            disabled={ids.length === 0 || look.isFetching}
            onClick={() =>
              void carryOut(replaceIn(clientId, body, ids), async (replaced) => {
                setDone({
                  id: replaced.id,
                  words: `Replaced in ${plural(replaced.changed.length, "creative")}.`,
                });
                pick({ from: "", to: "" });
                await changed();
              })
            }
          >
            Replace in {plural(ids.length, "creative")}
          </Button>
        </>
      }
    >
      {done && (
        <p className="replaced" role="status">
          {done.words}{" "}
          {done.id && (
            <button
              className="link"
              onClick={() =>
                void carryOut(undoReplaced(clientId, done.id), async (undone) => {
                  const left =
                    undone.left.length > 0 ? ` ${undone.left.join(", ")} changed since, and stay so.` : "";
                  setDone({
                    id: "",
                    words: `${plural(undone.restored.length, "creative")} as before.${left}`,
                  });
                  await changed();
                })
              }
            >
              Take it back
            </button>
          )}
        </p>
      )}
      <Segmented
        aria-label="What is replaced"
        value={part}
        options={SLOTS.map((s) => ({ value: s.part, label: s.words }))}
        onChange={(chosen) => pick({ part: chosen as ReplaceBody["part"], from: "", to: "" })}
      />
      <div className="replace-many">
        <label>
          <span>What stands there</span>
          <Select
            aria-label="What stands there"
            showSearch={{ optionFilterProp: "words" }}
            value={from || undefined}
            placeholder={stands.length === 0 ? "Nothing yet" : "Choose it"}
            options={stands.map((s) => ({
              value: s.value,
              words: s.words,
              label: `${s.words} (${s.times})`,
            }))}
            onChange={(value) => pick({ from: value })}
          />
        </label>
        <label>
          <span>What it becomes</span>
          {part === "MEDIA" ? (
            <Select
              aria-label="What it becomes"
              value={to || undefined}
              placeholder="Choose it"
              options={media
                .filter((m) => m.sha256 !== from && (m.video != null) === isVideo)
                .map((m) => ({ value: m.sha256, label: m.fileName }))}
              onChange={(value) => pick({ to: value })}
            />
          ) : (
            <Input
              aria-label="What it becomes"
              value={to}
              list="phrases-to-choose"
              onChange={(e) => pick({ to: e.target.value })}
            />
          )}
        </label>
        <datalist id="phrases-to-choose">
          {props.phrases
            .filter((p) => p.kind === part)
            .map((p) => (
              <option key={p.code} value={p.text} />
            ))}
        </datalist>
      </div>
      {look.error && asks && <p className="wrong">{look.error.message}</p>}
      {found.length > 0 && (
        <table className="replaceable">
          <thead>
            <tr>
              <th>Creative</th>
              <th>Sheets</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            {found.map((r) => (
              <Line
                key={r.id}
                {...{ clientId }}
                line={r}
                sha={creatives.find((c) => c.id === r.id)?.media[0]?.sha256}
                chosen={!without.includes(r.id)}
                onChoose={(on) => setWithout(on ? without.filter((w) => w !== r.id) : [...without, r.id])}
              />
            ))}
          </tbody>
        </table>
      )}
    </Columns>
  );
}

function Line(props: {
  clientId: string;
  line: Replaceable;
  sha: string | undefined;
  chosen: boolean;
  onChoose: (on: boolean) => void;
}) {
  const { line } = props;
  const navigate = useNavigate();
  const worse = line.after.runs < line.before.runs;
  return (
    <tr>
      <td>
        <Checkbox
          aria-label={line.name}
          disabled={line.has}
          checked={props.chosen && !line.has}
          onChange={(e) => props.onChoose(e.target.checked)}
        />
        {props.sha && (
          <img className="thumb" alt="" src={stillUrl(props.clientId, props.sha)} loading="lazy" />
        )}
        <button className="link" onClick={() => void navigate(`/c/${props.clientId}/creative/${line.id}`)}>
          {line.name}
        </button>
      </td>
      <td>{line.columns || ""}</td>
      <td>{standingWords(line.before)}</td>
      <td className={worse ? "wrong" : ""}>{line.has ? "has it already" : standingWords(line.after)}</td>
    </tr>
  );
}
