import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, ColorPicker, Input, Select, Slider } from "antd";
import { useState } from "react";
import { stillUrl } from "../../api/creatives";
import { useChange } from "../../frame/useChange";
import { length, type Medium } from "../model";
import { contentUrl } from "../queries";
import { CORNERS, SIZES } from "./model";
import { Poster } from "./Poster";
import {
  addSound,
  type Brand,
  brandQuery,
  type Film,
  type FilmFit,
  keepBrand,
  type Mark,
  removeSound,
  soundsQuery,
  soundUrl,
} from "./queries";

/** Bytes; the server takes no more. */
const LARGEST_SOUND = 20_000_000;

/** How the film is made as a whole, where it runs, and what was made of it. */
export function FilmFacts(props: {
  clientId: string;
  film: Film;
  fit: FilmFit | undefined;
  brand: Brand;
  media: Medium[];
  made: string[];
  onChange: (film: Film) => void;
  onCreative: (medium: Medium) => void;
}) {
  const { clientId, film, fit, onChange } = props;
  const [posing, setPosing] = useState<string>();
  const made = props.made
    .map((sha) => props.media.find((m) => m.sha256 === sha))
    .filter((m): m is Medium => !!m);
  const posed = made.find((m) => m.sha256 === posing);
  return (
    <>
      {made.length > 0 && (
        <>
          <h2>Made of it</h2>
          {made.map((m) => (
            <div key={m.sha256} className="made-film">
              <video controls preload="none" poster={stillUrl(clientId, m.video?.poster ?? m.sha256)}>
                <source src={contentUrl(clientId, m.sha256)} />
              </video>
              <div>
                <b>{m.fileName}</b>
                <div className="note">
                  {length(m.video?.seconds ?? 0)}, {m.width} × {m.height} px
                </div>
                <button className="link" onClick={() => props.onCreative(m)}>
                  Make a creative of it
                </button>
                <button className="link" onClick={() => setPosing(m.sha256)}>
                  Poster…
                </button>
              </div>
            </div>
          ))}
        </>
      )}
      {posed && (
        <Poster {...{ clientId }} video={posed} media={props.media} onClose={() => setPosing(undefined)} />
      )}
      <h2>The whole</h2>
      <label className="film-field">
        <span>Shape</span>
        <Select
          aria-label="Shape"
          value={film.size}
          options={Object.entries(SIZES).map(([value, s]) => ({ value, label: s.words }))}
          onChange={(size) => onChange({ ...film, size })}
        />
      </label>
      <label className="film-field">
        <span>Fade, {film.fade.toFixed(1)} s</span>
        <Slider
          ariaLabelForHandle="Seconds of a fade"
          min={0}
          max={2}
          step={0.1}
          value={film.fade}
          onChange={(fade) => onChange({ ...film, fade })}
        />
      </label>
      <SoundField {...{ clientId, film, onChange }} />
      <MarkFields {...{ clientId, film, onChange }} brand={props.brand} media={props.media} />
      <h2>Runs on</h2>
      {fit?.places.map((p) => (
        <div key={p.network + p.words} className="film-place">
          <i className={`dot ${p.runs ? "good" : "none"}`} aria-hidden="true" />
          {p.networkName} {p.words.toLowerCase()} {!p.runs && <span className="note">{p.limit}</span>}
        </div>
      ))}
    </>
  );
}

function SoundField(props: { clientId: string; film: Film; onChange: (film: Film) => void }) {
  const { clientId, film } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const { message } = App.useApp();
  const sounds = useQuery(soundsQuery(clientId));
  const { kind, sha256 } = film.sound;
  const choose = (value: string) =>
    props.onChange({
      ...film,
      sound:
        value === "SILENT" || value === "OWN"
          ? { kind: value, sha256: null }
          : { kind: "SHELF", sha256: value },
    });
  const take = (file: File | undefined) => {
    if (!file) return;
    if (file.size > LARGEST_SOUND) {
      message.error(
        `“${file.name}” is over 20 MB, the largest sound that is taken. Cut it to the length of a film.`,
      );
      return;
    }
    void carryOut(addSound(clientId, file), async (sound) => {
      await queries.invalidateQueries(soundsQuery(clientId));
      choose(sound.sha256);
    });
  };
  return (
    <>
      <label className="film-field">
        <span>Sound</span>
        <Select
          aria-label="Sound"
          value={kind === "SHELF" ? (sha256 ?? "") : kind}
          options={[
            { value: "SILENT", label: "silent" },
            { value: "OWN", label: "that of its videos" },
            ...(sounds.data ?? []).map((s) => ({
              value: s.sha256,
              label: `${s.fileName}, ${length(s.seconds)}`,
            })),
          ]}
          onChange={choose}
        />
      </label>
      {kind === "SHELF" && sha256 && (
        <audio controls preload="none" className="film-sound" src={soundUrl(clientId, sha256)} />
      )}
      <p className="film-links">
        <label className="link take-file">
          Add a sound…
          <input
            type="file"
            accept="audio/*"
            onChange={(e) => {
              take(e.target.files?.[0]);
              e.target.value = "";
            }}
          />
        </label>
        {kind === "SHELF" && sha256 && (
          <button
            className="link"
            onClick={() => {
              choose("SILENT");
              void carryOut(removeSound(clientId, sha256), () =>
                queries.invalidateQueries(soundsQuery(clientId)),
              );
            }}
          >
            Remove it from the shelf
          </button>
        )}
      </p>
    </>
  );
}

function MarkFields(props: {
  clientId: string;
  film: Film;
  brand: Brand;
  media: Medium[];
  onChange: (film: Film) => void;
}) {
  const { clientId, film, brand } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const mark = film.mark ?? undefined;
  const set = (next: Mark | undefined) => props.onChange({ ...film, mark: next ?? null });
  const keep = (next: Brand) =>
    void carryOut(keepBrand(clientId, next), async (kept) => {
      queries.setQueryData(brandQuery(clientId).queryKey, kept);
      await queries.invalidateQueries({ queryKey: ["post", "/api/clients/{clientId}/films/look"] });
    });
  const asUsual = JSON.stringify(brand.mark ?? null) === JSON.stringify(film.mark ?? null);
  return (
    <>
      <h2>Mark and colours</h2>
      <MarkChoice mark={mark} media={props.media} onChange={set} />
      <label className="film-field">
        <span>Words, ground</span>
        <span>
          {(["ink", "ground"] as const).map((part) => (
            <ColorPicker
              key={part}
              size="small"
              disabledAlpha
              value={brand.colours[part]}
              onChangeComplete={(c) =>
                keep({ ...brand, colours: { ...brand.colours, [part]: c.toHexString().slice(0, 7) } })
              }
            >
              <button
                className="swatch"
                aria-label={part === "ink" ? "Colour of words" : "Colour of their ground"}
                style={{ background: brand.colours[part] }}
              />
            </ColorPicker>
          ))}
        </span>
      </label>
      {!asUsual && (
        <button className="link" onClick={() => keep({ ...brand, mark: mark ?? null })}>
          {mark ? "Begin new films with this mark" : "Begin new films without a mark"}
        </button>
      )}
    </>
  );
}

/** Words or a picture, in which corner, how wide. */
export function MarkChoice(props: {
  mark: Mark | undefined;
  media: Medium[];
  onChange: (mark: Mark | undefined) => void;
}) {
  const { mark, onChange } = props;
  const pictures = props.media.filter((m) => !m.video);
  const plain: Mark = { sha256: null, words: "", corner: "TOP_LEFT", share: 0.25, ...mark };
  return (
    <>
      <label className="film-field">
        <span>Mark</span>
        <Select
          aria-label="Mark"
          value={mark ? (mark.sha256 ?? "words") : "none"}
          options={[
            { value: "none", label: "none" },
            { value: "words", label: "words" },
            ...pictures.map((m) => ({ value: m.sha256, label: m.fileName })),
          ]}
          onChange={(value) =>
            onChange(
              value === "none"
                ? undefined
                : { ...plain, sha256: value === "words" ? null : value, words: "" },
            )
          }
        />
      </label>
      {mark && !mark.sha256 && (
        <Input
          aria-label="Words of the mark"
          placeholder="Name of the brand"
          maxLength={40}
          value={mark.words}
          onChange={(e) => onChange({ ...mark, words: e.target.value })}
        />
      )}
      {mark && (
        <>
          <label className="film-field">
            <span>Corner</span>
            <Select
              aria-label="Corner"
              value={mark.corner}
              options={Object.entries(CORNERS).map(([value, label]) => ({ value, label }))}
              onChange={(corner) => onChange({ ...mark, corner: corner as Mark["corner"] })}
            />
          </label>
          <label className="film-field">
            <span>Width, {Math.round(mark.share * 100)} %</span>
            <Slider
              ariaLabelForHandle="Width of the mark"
              min={5}
              max={80}
              value={Math.round(mark.share * 100)}
              onChange={(percent) => onChange({ ...mark, share: percent / 100 })}
            />
          </label>
        </>
      )}
    </>
  );
}
