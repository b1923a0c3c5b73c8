import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Slider } from "antd";
import { useCallback, useMemo, useRef, useState, type ReactNode } from "react";
import { stillUrl } from "../../api/creatives";
import { Columns } from "../../frame/Columns";
import { useRoving } from "../../frame/useRoving";
import { ThingActions } from "../../frame/ThingActions";
import { useChange } from "../../frame/useChange";
import { useKeptDraft } from "../../frame/useKeptDraft";
import { plural } from "../../look/format";
import { moved } from "../../look/lists";
import { useSettled } from "../../look/useSettled";
import { length, type Medium } from "../model";
import { Captions } from "./Captions";
import { FilmFacts } from "./FilmFacts";
import { FilmPreview } from "./FilmPreview";
import { isCovered, MOST_SHOTS, moment, openedWith, shotOf, SIZES, withShot } from "./model";
import {
  type Brand,
  type Film,
  fitQuery,
  filmsQuery,
  jobsQuery,
  keepFilm,
  type KeptFilm,
  makeFilm,
} from "./queries";
import { Queue } from "./Queue";
import { ShotEditor } from "./ShotEditor";

const PAUSE_MS = 200;

/** One film: its shots in their order, how it looks at any second, and what is made of it. */
export function OneFilm(props: {
  clientId: string;
  current: KeptFilm;
  media: Medium[];
  brand: Brand;
  things: (chosen: string[], onChoose: (medium: Medium) => void) => ReactNode;
  onAll: () => void;
  onCreative: (medium: Medium) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}) {
  const { clientId, current, brand } = props;
  const id = current.id;
  const queries = useQueryClient();
  const carryOut = useChange();
  const shots = useRoving("[role=option]");
  const [at, setAt] = useState(0);
  const [second, setSecond] = useState(0);
  // One after the other: what is kept by itself may be on its way while it is kept to be made.
  const saved = useRef<Promise<void>>(Promise.resolve());
  const save = useCallback(
    (draft: { name: string; film: Film }) => {
      const keep = async () => {
        const key = filmsQuery(clientId).queryKey;
        const known = queries.getQueryData<KeptFilm[]>(key)?.find((f) => f.id === id);
        const kept = await keepFilm(clientId, id, { ...draft, version: known?.version ?? current.version });
        queries.setQueryData<KeptFilm[]>(key, (all) => all?.map((f) => (f.id === id ? kept : f)));
      };
      saved.current = saved.current.then(keep, keep);
      return saved.current;
    },
    [clientId, id, current.version, queries],
  );
  const initial = useMemo(() => ({ name: current.name, film: current.film }), [current]);
  const { draft, change, problem } = useKeptDraft(id, initial, save);
  const { film } = draft;
  const set = (next: Film) => change({ ...draft, film: next });
  const settled = useSettled(JSON.stringify(film), PAUSE_MS);
  const asked = useMemo(() => (settled === undefined ? undefined : (JSON.parse(settled) as Film)), [settled]);
  const fit = useQuery({
    ...fitQuery(clientId, asked ?? film),
    enabled: asked !== undefined,
    placeholderData: keepPreviousData,
  });
  const media = useMemo(() => new Map(props.media.map((m) => [m.sha256, m])), [props.media]);
  const index = Math.min(at, film.shots.length - 1);
  const shot = film.shots[index];
  const seconds = fit.data?.seconds ?? 0;
  const now = Math.min(second, seconds);
  const look = (i: number) => {
    setAt(i);
    setSecond((fit.data?.starts[i] ?? 0) + film.fade);
  };
  const add = (medium: Medium) => {
    if (film.shots.length >= MOST_SHOTS) return;
    set({ ...film, shots: [...film.shots, shotOf(medium)] });
    setAt(film.shots.length);
  };
  const make = async () => {
    await save(draft);
    return makeFilm(clientId, id);
  };
  return (
    <Columns
      things={props.things(
        film.shots.map((s) => s.sha256),
        add,
      )}
      title={
        <Input
          variant="borderless"
          className="piece-name"
          aria-label="Name of the film"
          maxLength={80}
          value={draft.name}
          onChange={(e) => change({ ...draft, name: e.target.value })}
        />
      }
      note={
        <>
          <button className="link" onClick={props.onAll}>
            All films
          </button>{" "}
          · {SIZES[film.size].words} · {plural(film.shots.length, "shot")} · {length(seconds)}
        </>
      }
      actions={
        <>
          <Button
            type="primary"
            disabled={!fit.data || !!fit.data.fault}
            onClick={() =>
              void carryOut(make(), async () => {
                await queries.invalidateQueries(jobsQuery(clientId));
                await queries.invalidateQueries(filmsQuery(clientId));
              })
            }
          >
            Make it
          </Button>
          <ThingActions onDuplicate={props.onDuplicate} onRemove={props.onRemove} />
        </>
      }
      facts={
        <FilmFacts
          {...{ clientId, film, brand }}
          fit={fit.data}
          media={props.media}
          made={current.made}
          onChange={set}
          onCreative={props.onCreative}
        />
      }
    >
      {problem && <div className="wrong">{problem.message}</div>}
      {fit.data?.fault && film.shots.length > 0 && <div className="wrong">{fit.data.fault.says}</div>}
      {fit.error && <div className="wrong">{fit.error.message}</div>}
      <Queue clientId={clientId} />
      {film.shots.length === 0 ? (
        <p className="note">
          Choose pictures or videos on the left, in the order in which they are to be seen.
        </p>
      ) : (
        <>
          <div ref={shots} className="shots" role="listbox" aria-label="Shots">
            {film.shots.map((s, i) => (
              <button
                key={i}
                role="option"
                aria-selected={i === index}
                className={i === index ? "on" : ""}
                draggable
                onClick={() => look(i)}
                onDragStart={(e) => e.dataTransfer.setData("text/plain", String(i))}
                onDragOver={(e) => e.preventDefault()}
                onDrop={(e) => {
                  e.preventDefault();
                  set({ ...film, shots: moved(film.shots, Number(e.dataTransfer.getData("text/plain")), i) });
                  setAt(i);
                }}
              >
                <img alt={`Shot ${i + 1}`} src={stillUrl(clientId, s.sha256)} draggable={false} />
                <span className="runs">{s.seconds.toFixed(1)} s</span>
              </button>
            ))}
          </div>
          <div className="film-desk">
            {fit.data && (
              <div>
                <FilmPreview {...{ clientId, film, media, brand }} fit={fit.data} second={now} />
                <Slider
                  ariaLabelForHandle="Second that is shown"
                  min={0}
                  max={Math.max(0.1, seconds)}
                  step={0.1}
                  value={now}
                  tooltip={{ formatter: (s) => moment(s ?? 0) }}
                  onChange={setSecond}
                />
                {isCovered(fit.data.safe) && (
                  <p className="note covered-note">Hatched: under the placements’ own words and buttons.</p>
                )}
              </div>
            )}
            <div>
              {shot && (
                <ShotEditor
                  {...{ clientId, film, index, shot }}
                  medium={media.get(shot.sha256)}
                  onChange={(next) => set(withShot(film, index, next))}
                  onFirst={() => {
                    set(openedWith(film, index, !!media.get(shot.sha256)?.video));
                    setAt(0);
                  }}
                  onMove={(to) => {
                    set({ ...film, shots: moved(film.shots, index, to) });
                    setAt(to);
                  }}
                  onRemove={() => set({ ...film, shots: film.shots.filter((_, i) => i !== index) })}
                />
              )}
              <Captions {...{ clientId, film, seconds }} onChange={set} />
            </div>
          </div>
        </>
      )}
    </Columns>
  );
}
