import "./fit.css";
import { useQueryClient } from "@tanstack/react-query";
import { App, Progress } from "antd";
import { memo, useState, type CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { mediaQuery } from "../api/creatives";
import { count } from "../look/format";
import { networkColour } from "../look/theme";
import { Adjust, isAdjustable } from "./Adjust";
import {
  measured,
  mendWords,
  MISS_WORDS,
  untouched,
  type Draft,
  type Medium,
  type NetworkFit,
  type Placement,
} from "./model";
import { MarkPicture } from "./film/MarkPicture";
import { mendMedium, mendState, stopMend } from "./queries";
import { Face } from "./Face";
import { TextGrid } from "./TextGrid";

type Mend = Schemas["Mend"];
type Job = Schemas["MediaJob"];

const ASKED_EVERY_MS = 400;

/** What was measured, and each placement's verdict with the rule behind it and the simple mends. */
export const Fit = memo(function Fit({
  clientId,
  draft,
  media,
  networks,
  onReplace,
}: {
  clientId: string;
  draft: Draft;
  media: ReadonlyMap<string, Medium>;
  networks: NetworkFit[];
  onReplace: (index: number, sha: string) => void;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [job, setJob] = useState<Job>();
  const [marking, setMarking] = useState<Medium>();
  const [adjusting, setAdjusting] = useState<{ index: number; how: Mend }>();
  const adjusted = adjusting && media.get(draft.media[adjusting.index] ?? "");
  const mend = async (index: number, how: Mend) => {
    const sha = draft.media[index];
    if (!sha) return;
    try {
      let now = await mendMedium(clientId, sha, how);
      while (now.state === "WAITING" || now.state === "RUNNING") {
        setJob(now);
        await new Promise((r) => setTimeout(r, ASKED_EVERY_MS));
        now = await mendState(clientId, now.id);
      }
      if (now.state === "DONE" && now.made) {
        await queries.invalidateQueries(mediaQuery(clientId));
        onReplace(index, now.made);
      } else if (now.state === "FAILED") message.error({ content: now.problem, duration: 12 });
    } catch (e) {
      message.error((e as Error).message);
    } finally {
      setJob(undefined);
    }
  };
  const shown = draft.media.map((sha) => media.get(sha)).filter((m): m is Medium => !!m);
  return (
    <>
      <h2>Fit</h2>
      {shown.slice(0, 1).map((m) => (
        <div key={m.sha256}>
          <p className="note measured">
            <b>{m.fileName}</b>
            <br />
            {measured(m)}
          </p>
          {!m.video && <TextGrid clientId={clientId} medium={m} />}
          <Face clientId={clientId} sha={m.sha256} />
          {!m.video && (
            <button className="link" onClick={() => setMarking(m)}>
              Put the mark on it…
            </button>
          )}
        </div>
      ))}
      {shown.length === 0 && <p className="note">No media chosen. Drop some on the left.</p>}
      {job && (
        <div className="sending">
          <Progress size="small" percent={job.percent} />
          <span className="note">{job.ahead > 0 ? `Waits behind ${job.ahead}` : "Making it"}</span>{" "}
          <button className="link" onClick={() => void stopMend(clientId, job.id)}>
            Stop
          </button>
        </div>
      )}
      {marking && (
        <MarkPicture
          {...{ clientId }}
          picture={marking}
          media={[...media.values()]}
          onMarked={(sha) => onReplace(draft.media.indexOf(marking.sha256), sha)}
          onClose={() => setMarking(undefined)}
        />
      )}
      {adjusting && adjusted && (
        <Adjust
          {...{ clientId }}
          medium={adjusted}
          mend={adjusting.how}
          onMend={(how) => void mend(adjusting.index, how)}
          onClose={() => setAdjusting(undefined)}
        />
      )}
      {untouched(draft) && (
        <p className="note">Once it has a picture or a text, each placement says here how it fits.</p>
      )}
      {(untouched(draft) ? [] : networks).map((n) =>
        n.format ? (
          n.placements.map((p) => (
            <Verdict
              key={n.network + p.code}
              network={n}
              placement={p}
              {...{ draft, media }}
              busy={!!job}
              onMend={(index, how) => void mend(index, how)}
              onAdjust={(index, how) => setAdjusting({ index, how })}
            />
          ))
        ) : (
          <div className="verdict" key={n.network}>
            <Dot state="none" />
            <div>
              <b>{n.networkName}</b>
              <div className="note">has no such format</div>
            </div>
          </div>
        ),
      )}
    </>
  );
});

function Dot({ state }: { state: "good" | "warn" | "bad" | "none" }) {
  return <i className={`dot ${state}`} aria-hidden="true" />;
}

function Verdict({
  network,
  placement: p,
  draft,
  media,
  busy,
  onMend,
  onAdjust,
}: {
  network: NetworkFit;
  placement: Placement;
  draft: Draft;
  media: ReadonlyMap<string, Medium>;
  busy: boolean;
  onMend: (index: number, mend: Mend) => void;
  onAdjust: (index: number, mend: Mend) => void;
}) {
  const bad = !p.runs || network.counts.length > 0;
  const nothing = p.misfits.length === 0 && network.counts.length === 0;
  const several = draft.media.length > 1;
  return (
    <div className="verdict" style={{ "--edge": networkColour(network.network) } as CSSProperties}>
      <Dot state={bad ? "bad" : p.misfits.length > 0 ? "warn" : "good"} />
      <div>
        <b>
          {network.networkName} {p.words.toLowerCase()}
        </b>
        {nothing && <div className="note">all that is there fits</div>}
        {draft.format === "mix" && p.runs && <div className="note">shows {count(p.shown)} combinations</div>}
        {grouped([...network.counts, ...p.misfits]).map((same) => (
          <Miss
            key={same[0].part + same[0].miss + same[0].limit}
            same={same}
            numbered={several || draft.bodies.length > 1}
            mend={same.some((m) => m.part !== "MEDIA" || !p.mends.some((k) => k.index === m.index))}
          />
        ))}
        {p.mends.map((k) =>
          k.mends.map((m) => (
            <div key={k.index + m.kind + m.shape} className="mend-row">
              <button className="link mend" disabled={busy} onClick={() => onMend(k.index, m)}>
                {several && `${k.index + 1}: `}
                {mendWords(m, media.get(draft.media[k.index] ?? ""))}
              </button>
              {isAdjustable(m, media.get(draft.media[k.index] ?? "")) && (
                <button className="link mend" disabled={busy} onClick={() => onAdjust(k.index, m)}>
                  adjust
                </button>
              )}
            </div>
          )),
        )}
      </div>
    </div>
  );
}

type Misfit = Schemas["Misfit"];

/** Misfits by the rule they break: three pictures that are too small are told in one line. */
function grouped(misfits: Misfit[]): [Misfit, ...Misfit[]][] {
  const groups = new Map<string, [Misfit, ...Misfit[]]>();
  for (const m of misfits) {
    const key = [m.part, m.miss, m.limit].join();
    const group = groups.get(key);
    if (group) group.push(m);
    else groups.set(key, [m]);
  }
  return [...groups.values()];
}

function Miss({ same, numbered, mend }: { same: [Misfit, ...Misfit[]]; numbered: boolean; mend: boolean }) {
  const [m] = same;
  const part = m.part.charAt(0) + m.part.slice(1).toLowerCase().replaceAll("_", " ");
  const which = numbered && m.miss !== "TOO_FEW" ? `${same.map((s) => s.index + 1).join(", ")} ` : "";
  const values = [...new Set(same.map((s) => s.value))].join(", ");
  return (
    <div className={m.miss === "PAST_FOLD" ? "warn" : "bad"}>
      {part} {which}
      {MISS_WORDS[m.miss]}: {values}; {m.limit}. {mend && same.length === 1 && `${m.mend}.`}
    </div>
  );
}
