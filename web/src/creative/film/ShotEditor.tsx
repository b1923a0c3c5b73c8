import { Input, InputNumber, Segmented, Select, Switch } from "antd";
import { length, type Medium } from "../model";
import { atSpeed, cutTo, hundredths, MOVES } from "./model";
import type { Film, Shot } from "./queries";
import { Strip } from "./Strip";

const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5, 2];
const LONGEST_WORDS = 200;

/** What one shot shows, for how long, and what it says. */
export function ShotEditor(props: {
  clientId: string;
  film: Film;
  index: number;
  shot: Shot;
  medium: Medium | undefined;
  onChange: (shot: Shot) => void;
  onFirst: () => void;
  onMove: (to: number) => void;
  onRemove: () => void;
}) {
  const { shot, medium, index, film, onChange } = props;
  const video = medium?.video;
  return (
    <section className="shot-editor" aria-label={`Shot ${index + 1}`}>
      <header>
        <b>
          {index + 1}. {medium?.fileName ?? "no longer on the shelf"}
        </b>
        <span className="shot-moves">
          <button className="link" disabled={index === 0} onClick={() => props.onMove(index - 1)}>
            Earlier
          </button>
          <button
            className="link"
            disabled={index === film.shots.length - 1}
            onClick={() => props.onMove(index + 1)}
          >
            Later
          </button>
          <button className="link" onClick={props.onFirst}>
            Show a moment of it first
          </button>
          <button className="link" onClick={props.onRemove}>
            Take out
          </button>
        </span>
      </header>
      {video ? (
        <>
          <Strip
            clientId={props.clientId}
            sha={shot.sha256}
            seconds={video.seconds}
            label="Piece"
            value={[shot.from, shot.from + shot.seconds * shot.speed]}
            onChange={([from = 0, to = 0]) => onChange(cutTo(shot, from, to))}
          />
          <p className="note">
            {length(shot.from)} to {length(shot.from + shot.seconds * shot.speed)} of {length(video.seconds)},
            seen for {shot.seconds.toFixed(1)} s
          </p>
          <label>
            <span>Speed</span>
            <Select
              aria-label="Speed"
              value={shot.speed}
              options={SPEEDS.map((value) => ({ value, label: `${value} ×` }))}
              onChange={(speed) => onChange(atSpeed(shot, speed))}
            />
          </label>
        </>
      ) : (
        <>
          <label>
            <span>Seconds</span>
            <InputNumber
              aria-label="Seconds"
              min={0.1}
              max={240}
              step={0.5}
              value={shot.seconds}
              onChange={(seconds) => seconds && onChange({ ...shot, seconds: hundredths(seconds) })}
            />
          </label>
          <label>
            <span>Movement</span>
            <Segmented
              aria-label="Movement"
              value={shot.move}
              options={Object.entries(MOVES).map(([value, label]) => ({ value, label }))}
              onChange={(move) => onChange({ ...shot, move: move as Shot["move"] })}
            />
          </label>
        </>
      )}
      <label>
        <span>Set whole on a ground</span>
        <Switch
          size="small"
          aria-label="Set whole on a ground"
          checked={shot.whole}
          onChange={(whole) => onChange({ ...shot, whole })}
        />
      </label>
      {!shot.whole && (
        <label>
          <span>In view</span>
          <Select
            aria-label="In view"
            value={`${shot.focusX} ${shot.focusY}`}
            options={VIEWS.map(([x, y, label]) => ({ value: `${x} ${y}`, label }))}
            onChange={(view) => {
              const [focusX = 0.5, focusY = 0.5] = view.split(" ").map(Number);
              onChange({ ...shot, focusX, focusY });
            }}
          />
        </label>
      )}
      {film.captions.kind === "BY_SHOT" && (
        <Input.TextArea
          aria-label="Words over it"
          placeholder="Words over it"
          autoSize={{ minRows: 2, maxRows: 4 }}
          maxLength={LONGEST_WORDS}
          value={shot.words}
          onChange={(e) => onChange({ ...shot, words: e.target.value })}
        />
      )}
    </section>
  );
}

const VIEWS: [number, number, string][] = [
  [0.5, 0.5, "its middle"],
  [0, 0.5, "its left"],
  [1, 0.5, "its right"],
  [0.5, 0, "its top"],
  [0.5, 1, "its bottom"],
];
