import { useQuery } from "@tanstack/react-query";
import { type CSSProperties, type PointerEvent, type ReactNode, useState } from "react";
import { mediaQuery, stripUrl } from "../api/creatives";
import { Columns } from "../frame/Columns";
import { count, plural } from "../look/format";
import { dropWords, MARK_SHARES, MARKS, stillAt } from "./model";
import { type FilmHold, filmsHeldQuery } from "./queries";

const WIDTH = 400;
const HEIGHT = 130;
const EDGE = 10;
const FOOT = 20;
const FRAMES = 12;
const STEP = 0.05;

/** Where films are left: who is still watching by each quarter, with what is seen there, beside the client's other films. */
export function FilmsHeld(props: { clientId: string; ways: ReactNode; things: ReactNode }) {
  const { clientId } = props;
  const told = useQuery(filmsHeldQuery(clientId));
  const media = useQuery(mediaQuery(clientId));
  if (told.error) return <p className="empty">{told.error.message}</p>;
  if (!told.data || !media.data) return null;
  return (
    <Columns
      looking
      things={props.things}
      title="What works"
      note="Who is still watching, of those who watched three seconds. Dashed, the middle of your other films."
    >
      <div className="works-controls">{props.ways}</div>
      {told.data.length === 0 && (
        <div className="empty">
          <h2>No film has run yet</h2>
          <p>Once ads with one film were watched, it stands here by which part people leave it.</p>
        </div>
      )}
      {told.data.map((film) => (
        <OneFilm
          key={film.film}
          {...{ clientId, film }}
          name={media.data.find((m) => m.sha256 === film.film)?.fileName}
          shape={shapeOf(media.data.find((m) => m.sha256 === film.film))}
          seconds={media.data.find((m) => m.sha256 === film.film)?.video?.seconds}
        />
      ))}
    </Columns>
  );
}

const shapeOf = (m: { width: number; height: number } | undefined) => (m ? m.width / m.height : 1);

const x = (share: number) => EDGE + share * (WIDTH - 2 * EDGE);
const y = (still: number) => HEIGHT - still * (HEIGHT - EDGE);
const line = (still: readonly number[]) =>
  still.map((s, i) => `${x(MARK_SHARES[i] ?? 0).toFixed(1)},${y(s).toFixed(1)}`).join(" ");

function OneFilm(props: {
  clientId: string;
  film: FilmHold;
  name: string | undefined;
  seconds: number | undefined;
  shape: number;
}) {
  const { clientId, film, seconds } = props;
  const [at, setAt] = useState(0);
  const point = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    setAt(Math.min(1, Math.max(0, (e.clientX - box.left - EDGE) / (WIDTH - 2 * EDGE))));
  };
  const still = stillAt(film.still, at);
  const frame = Math.min(FRAMES - 1, Math.floor(at * FRAMES));
  const words = dropWords(film);
  const from = film.drop?.from ?? 0;
  return (
    <section className="film-held" aria-label={props.name ?? "A film that was removed"}>
      <svg
        width={WIDTH}
        height={HEIGHT + FOOT}
        role="slider"
        tabIndex={0}
        aria-label={`Where in ${props.name ?? "the film"}`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * at)}
        aria-valuetext={`${Math.round(100 * still)} % still watching`}
        onPointerMove={point}
        onPointerDown={point}
        onKeyDown={(e) => {
          const by = { ArrowRight: STEP, ArrowLeft: -STEP }[e.key];
          if (by) setAt(Math.min(1, Math.max(0, at + by)));
        }}
      >
        {film.drop && (
          <rect
            className="drop"
            x={x(MARK_SHARES[from] ?? 0)}
            width={x(MARK_SHARES[from + 1] ?? 1) - x(MARK_SHARES[from] ?? 0)}
            y={0}
            height={HEIGHT}
          />
        )}
        {film.usual.length > 0 && <polyline className="usual" points={line(film.usual)} />}
        <polyline className="own" points={line(film.still)} />
        {MARKS.map((m, i) => (
          <g key={m}>
            <circle cx={x(MARK_SHARES[i] ?? 0)} cy={y(film.still[i] ?? 0)} r={3} />
            <text
              className="count"
              x={x(MARK_SHARES[i] ?? 0) + (i === 4 ? EDGE : 4)}
              y={Math.max(11, y(film.still[i] ?? 0) - 7)}
              textAnchor={i === 4 ? "end" : "start"}
            >
              {i > 0 && `${Math.round(100 * (film.still[i] ?? 0))} %`}
            </text>
            <text
              x={x(MARK_SHARES[i] ?? 0) + (i === 4 ? EDGE : 0)}
              y={HEIGHT + 15}
              textAnchor={i === 0 ? "start" : i === 4 ? "end" : "middle"}
            >
              {m}
            </text>
          </g>
        ))}
        <line x1={x(at)} x2={x(at)} y1={0} y2={HEIGHT} />
      </svg>
      <div>
        <h3>{props.name ?? "A film that was removed"}</h3>
        <p className="note">
          {plural(film.began, "person", "people")} began it
          {film.others > 0
            ? `; beside ${plural(film.others, "other film")}`
            : "; no other film is there to compare"}
        </p>
        {words && <p className="wrong">{words}</p>}
        {props.name && (
          <div style={{ display: "flex", gap: 12, alignItems: "center" }}>
            <div
              className="held-frame"
              role="img"
              aria-label="What is seen there"
              style={
                {
                  aspectRatio: Math.min(1.6, props.shape),
                  backgroundImage: `url(${stripUrl(clientId, film.film)})`,
                  "--at": `${(100 * frame) / (FRAMES - 1)}%`,
                } as CSSProperties
              }
            />
            <p>
              {seconds !== undefined && <b>{(at * seconds).toFixed(1)} s</b>}
              <br />
              {Math.round(100 * still)} % still watching
              <br />
              <span className="note">about {count(Math.round(still * film.began))} people</span>
            </p>
          </div>
        )}
      </div>
    </section>
  );
}
