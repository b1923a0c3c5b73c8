import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Select } from "antd";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { Dialog } from "../look/Dialog";
import { askAgain, type Schemas } from "../api/client";
import { creativesQuery, mediaQuery, phrasesQuery, replaceIn, stillUrl } from "../api/creatives";
import { PLAN_PATHS } from "../api/plans";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { day, plural } from "../look/format";
import { rankColour } from "../look/theme";
import { figure } from "../results";
import { fileWords, likeliest, REPLACED, SLOTS } from "./model";
import { mixesQuery, type MixesView, type MixView, type Slot } from "./queries";
import { useReads } from "../frame/reads";

/** How the parts of mix ads do: drawn rates with what is uncertain of them, the likeliest best, and what to replace. */
export function Mixes(props: { clientId: string; metric: string; ways: ReactNode; things: ReactNode }) {
  const { clientId } = props;
  const told = useQuery({ ...mixesQuery(clientId, props.metric), placeholderData: keepPreviousData });
  if (told.error) return <p className="empty">{told.error.message}</p>;
  if (!told.data) return null;
  const { mixes } = told.data;
  return (
    <Columns
      looking
      things={props.things}
      title="What works"
      note={
        mixes.length > 0
          ? "Parts of mix ads. What was shown little is drawn to the middle; bars hold 95 %."
          : "Parts of mix ads."
      }
    >
      <div className="works-controls">{props.ways}</div>
      {mixes.length === 0 && (
        <div className="empty">
          <h2>No mix ad has run yet</h2>
          <p>
            A mix ad holds several pictures and texts, which the network combines; then each part is told by
            itself.
          </p>
        </div>
      )}
      {mixes.map((mix) => (
        <Mix key={`${mix.creativeId} ${mix.campaignId}`} {...{ clientId, mix }} of={told.data} />
      ))}
    </Columns>
  );
}

function Mix({ clientId, mix, of }: { clientId: string; mix: MixView; of: MixesView }) {
  const [replacing, setReplacing] = useState<{ slot: Slot; part: string }>();
  const told = mix.slots.filter((s) => s.parts.length > 0);
  return (
    <section className="mix" aria-label={mix.name}>
      <h2>
        {mix.creativeId ? <Link to={`/c/${clientId}/creative/${mix.creativeId}`}>{mix.name}</Link> : mix.name}
      </h2>
      <p className="note">
        {plural(mix.ads, "ad")}
        {mix.since && `, of ${day(mix.since)} and later: before, it showed something else`}
        {mix.planId && (
          <>
            {" · "}
            <Link to={`/c/${clientId}/plan/${mix.planId}/${mix.campaignId}`}>its sheet</Link>
          </>
        )}
      </p>
      {told.length === 0 && <p className="note">The network has told nothing of its parts yet.</p>}
      {told.map((slot) => (
        <SlotParts
          key={slot.slot}
          {...{ clientId, mix, of, slot }}
          onReplace={mix.creativeId ? (part) => setReplacing({ slot: slot.slot, part }) : undefined}
        />
      ))}
      {mix.together.length > 0 && <Pairs {...{ clientId, mix, of }} />}
      {replacing && mix.creativeId && (
        <ReplacePart
          {...{ clientId, mix }}
          {...replacing}
          creativeId={mix.creativeId}
          onClose={() => setReplacing(undefined)}
        />
      )}
    </section>
  );
}

function useFileNames(clientId: string): ReadonlyMap<string, string> {
  const media = useQuery(mediaQuery(clientId));
  return new Map(media.data?.map((m) => [m.sha256, m.fileName]));
}

/** A number by how often it came: a share, or what one of it cost. */
function told(of: MixesView, rate: number): number | null {
  return of.share ? rate : rate > 0 ? 1 / rate : null;
}

function SlotParts(props: {
  clientId: string;
  mix: MixView;
  of: MixesView;
  slot: MixView["slots"][number];
  onReplace: ((part: string) => void) | undefined;
}) {
  const { clientId, mix, of, slot, onReplace } = props;
  const reads = useReads();
  const names = useFileNames(clientId);
  const top = Math.max(...slot.parts.map((p) => p.stands.high), Number.MIN_VALUE);
  const percent = (rate: number) => `${(100 * rate) / top}%`;
  const best = likeliest(mix, slot.slot);
  return (
    <div>
      <div className="mix-part mix-head">
        <h3>{SLOTS[slot.slot]}</h3>
        <span className="number">{of.metric.words}</span>
        <span>lies between, at 95 %</span>
        <span>chance to be best</span>
        <span />
      </div>
      {slot.parts.map(({ part, stands }) => (
        <div className="mix-part" key={part} data-testid="mix-part">
          <span className="works-value">
            {slot.slot === "MEDIA" && <img alt="" loading="lazy" src={stillUrl(clientId, part)} />}
            <span title={part}>
              {slot.slot === "MEDIA"
                ? fileWords(part, names)
                : slot.slot === "CALL_TO_ACTION"
                  ? part.replaceAll("-", " ")
                  : part}
            </span>
          </span>
          <span
            className="number"
            title={`${figure(of.metric, told(of, stands.low), mix.currency)} to ${figure(of.metric, told(of, stands.high), mix.currency)}`}
          >
            {figure(of.metric, told(of, stands.rate), mix.currency)}
          </span>
          <span className={`mix-rate ${stands.weak ? "weak" : ""}`} aria-hidden="true">
            <u style={{ left: percent(stands.low), width: percent(stands.high - stands.low) }} />
            <b style={{ left: percent(stands.rate) }} />
          </span>
          <span className="mix-best" title="How likely it is the best of these">
            <i style={{ width: `${100 * stands.best}%` }} />
            <span>{Math.round(100 * stands.best)} %</span>
          </span>
          <span>
            {stands.weak && onReplace && !reads && REPLACED[slot.slot] ? (
              <Button size="small" onClick={() => onReplace(part)}>
                Replace…
              </Button>
            ) : stands.weak ? (
              <span className="wrong">weak</span>
            ) : part === best ? (
              <b className="likely">likely best</b>
            ) : null}
          </span>
        </div>
      ))}
    </div>
  );
}

/** Pictures with headlines: what each pair brings, and how far that is from what its parts bring by themselves. */
function Pairs({ clientId, mix, of }: { clientId: string; mix: MixView; of: MixesView }) {
  const parts = (slot: Slot) => mix.slots.find((s) => s.slot === slot)?.parts ?? [];
  const [media, headlines] = [parts("MEDIA"), parts("HEADLINE")];
  const rates = mix.together.map((t) => t.rate).sort((a, b) => a - b);
  const step = (rate: number) =>
    Math.min(4, Math.floor((5 * rates.filter((r) => r < rate).length) / rates.length));
  return (
    <div>
      <h3>Pictures with headlines</h3>
      <table className="pairs">
        <thead>
          <tr>
            <th />
            {headlines.map((h) => (
              <th key={h.part} className="pair-head" title={h.part}>
                {h.part}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {media.map((m) => (
            <tr key={m.part}>
              <th>
                <img alt="" src={stillUrl(clientId, m.part)} />
              </th>
              {headlines.map((h) => {
                const pair = mix.together.find(
                  (t) => t.first === m.stands.number && t.second === h.stands.number,
                );
                const ranked = pair && rankColour(step(pair.rate));
                return (
                  <td
                    key={h.part}
                    style={ranked && { background: ranked.ground, color: ranked.ink }}
                    title={
                      pair &&
                      `${pair.times.toFixed(2)} × what both bring by themselves, with 95 % certainty ${pair.low.toFixed(2)} to ${pair.high.toFixed(2)}`
                    }
                  >
                    {pair ? (
                      <>
                        {figure(of.metric, told(of, pair.rate), mix.currency)}
                        <small>
                          {pair.low.toFixed(2)}–{pair.high.toFixed(2)} ×
                        </small>
                      </>
                    ) : (
                      "–"
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        Beneath, with 95 % certainty: times what the picture and the headline bring by themselves.
      </p>
    </div>
  );
}

/** Another part instead of a weak one; the ad takes it over with the next launch. */
function ReplacePart(props: {
  clientId: string;
  mix: MixView;
  slot: Slot;
  part: string;
  creativeId: string;
  onClose: () => void;
}) {
  const { clientId, mix, slot, part, creativeId } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const { message } = App.useApp();
  const media = useQuery(mediaQuery(clientId));
  const names = useFileNames(clientId);
  const deck = useQuery(phrasesQuery(clientId));
  const [to, setTo] = useState<string>();
  const kind = REPLACED[slot];
  const there = mix.slots.find((s) => s.slot === slot)?.parts.map((p) => p.part) ?? [];
  const isVideo = media.data?.find((m) => m.sha256 === part)?.video != null;
  const offered: { value: string; label: string }[] =
    slot === "MEDIA"
      ? (media.data ?? [])
          .filter((m) => !there.includes(m.sha256) && (m.video != null) === isVideo)
          .map((m) => ({ value: m.sha256, label: m.fileName }))
      : (deck.data ?? [])
          .filter((p: Schemas["PhraseView"]) => p.kind === kind && !there.includes(p.text))
          .map((p: Schemas["PhraseView"]) => ({ value: p.text, label: p.text }));
  const replace = () => {
    if (!kind || !to) return;
    void carryOut(replaceIn(clientId, { part: kind, from: part, to }, [creativeId]), async () => {
      message.info("Replaced. The running ad takes it over with the next launch.");
      props.onClose();
      await queries.invalidateQueries(creativesQuery(clientId));
      await askAgain(queries, ...PLAN_PATHS);
    });
  };
  return (
    <Dialog
      open
      title={`Replace in ${mix.name}`}
      okText="Replace it"
      okButtonProps={{ disabled: !to }}
      onOk={replace}
      onCancel={props.onClose}
    >
      <p>
        {slot === "MEDIA" ? fileWords(part, names) : `“${part}”`} brings less than the best by more than
        chance. Its numbers stay; those of what comes instead begin anew.
      </p>
      <Select
        aria-label="What stands there instead"
        style={{ width: "100%" }}
        placeholder={
          offered.length > 0 ? "Choose what stands there instead" : "Nothing else is there to choose"
        }
        value={to ?? null}
        options={offered}
        onChange={setTo}
      />
      {mix.planId && (
        <p className="note">
          Then <Link to={`/c/${clientId}/launch/${mix.planId}/${mix.campaignId}`}>launch what changed</Link>.
        </p>
      )}
    </Dialog>
  );
}
