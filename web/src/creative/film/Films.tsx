import "./film.css";
import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import type { ReactNode } from "react";
import { useSearchParams } from "react-router";
import { stillUrl } from "../../api/creatives";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { plural } from "../../look/format";
import { freeName } from "../../look/lists";
import { baseName, length, type Medium } from "../model";
import { MediaShelf } from "../MediaShelf";
import { freshFilm, shotOf, SIZES } from "./model";
import { OneFilm } from "./OneFilm";
import { addFilm, brandQuery, type Film, filmsQuery, type KeptFilm, removeFilm } from "./queries";
import { Queue } from "./Queue";
import { Changes } from "../../frame/Editable";
import { Waiting } from "../../frame/Waiting";

/** Begins a film of one medium, under a name that no other has. */
export async function filmOf(queries: QueryClient, clientId: string, medium: Medium): Promise<KeptFilm> {
  const [films, brand] = await Promise.all([
    queries.query(filmsQuery(clientId)),
    queries.query(brandQuery(clientId)),
  ]);
  const name = freeName(
    baseName(medium),
    films.map((f) => f.name),
  );
  const made = await addFilm(clientId, name, freshFilm(brand, [shotOf(medium)]));
  await queries.invalidateQueries(filmsQuery(clientId));
  return made;
}

/** The client's films: those there are, or the one at hand. */
export function Films({
  clientId,
  media,
  rooms,
  onCreative,
}: {
  clientId: string;
  media: Medium[];
  rooms: ReactNode;
  onCreative: (medium: Medium) => void;
}) {
  const [search, setSearch] = useSearchParams();
  const queries = useQueryClient();
  const carryOut = useChange();
  const films = useQuery(filmsQuery(clientId));
  const brand = useQuery(brandQuery(clientId));
  if (!films.data || !brand.data) return <Waiting on={[films, brand]} />;
  const all = films.data;
  const current = all.find((f) => f.id === search.get("film"));
  const open = (id: string | undefined) => setSearch(id ? { film: id } : {});
  const start = (name: string, film: Film) => {
    const free = freeName(
      name,
      all.map((f) => f.name),
    );
    void carryOut(addFilm(clientId, free, film), async (made) => {
      await queries.invalidateQueries(filmsQuery(clientId));
      open(made.id);
    });
  };
  const begin = () => start("Film", freshFilm(brand.data, []));
  const beginWith = (medium: Medium) =>
    void carryOut(filmOf(queries, clientId, medium), (made) => open(made.id));
  const things = (chosen: string[], onChoose: (medium: Medium) => void) => (
    <>
      {rooms}
      <h3>Films, {all.length}</h3>
      {all.map((f) => (
        <button
          key={f.id}
          className={`thing line ${f.id === current?.id ? "on" : ""}`}
          onClick={() => open(f.id)}
        >
          <b>{f.name}</b>
          <span className="note">
            {plural(f.film.shots.length, "shot")}
            {f.made.length > 0 && `, made ${f.made.length === 1 ? "once" : `${f.made.length} times`}`}
          </span>
        </button>
      ))}
      <Changes>
        <button className="add-thing" style={{ marginBottom: 16 }} onClick={begin}>
          New film
        </button>
      </Changes>
      <MediaShelf {...{ clientId, media, chosen, onChoose }} />
    </>
  );
  if (!current) {
    return (
      <Columns
        things={things([], beginWith)}
        title="Films"
        note="Pictures and pieces of videos, one after the other."
        actions={
          <Button type="primary" onClick={begin}>
            New film
          </Button>
        }
      >
        <Queue clientId={clientId} />
        {all.length === 0 ? (
          <div className="empty">
            <h2>No film yet</h2>
            <p>
              A film is made of two to ten pictures, or of pieces of videos: each with its seconds and its
              words, one fading into the next, with your mark in a corner. Choose the first on the left.
            </p>
          </div>
        ) : (
          <div className="film-cards">
            {all.map((f) => (
              <FilmCard key={f.id} {...{ clientId, media }} film={f} onOpen={() => open(f.id)} />
            ))}
          </div>
        )}
      </Columns>
    );
  }
  return (
    <OneFilm
      key={current.id}
      {...{ clientId, current, media, things }}
      brand={brand.data}
      onAll={() => open(undefined)}
      onCreative={onCreative}
      onDuplicate={() => start(current.name, current.film)}
      onRemove={() =>
        void carryOut(removeFilm(clientId, current.id), async () => {
          open(undefined);
          await queries.invalidateQueries(filmsQuery(clientId));
        })
      }
    />
  );
}

function FilmCard(props: { clientId: string; media: Medium[]; film: KeptFilm; onOpen: () => void }) {
  const { film, made, name } = props.film;
  const size = SIZES[film.size];
  const shown = made[0] ?? film.shots[0]?.sha256;
  const latest = props.media.find((m) => m.sha256 === made[0]);
  return (
    <button className="film-card" onClick={props.onOpen}>
      <span className="film-face" style={{ aspectRatio: `${size.width} / ${size.height}` }}>
        {shown && <img alt="" src={stillUrl(props.clientId, shown)} loading="lazy" />}
        {latest?.video && <span className="runs">{length(latest.video.seconds)}</span>}
      </span>
      <b>{name}</b>
      <span className="note">
        {size.words}, {plural(film.shots.length, "shot")}
        {made.length === 0 && ", not made yet"}
      </span>
    </button>
  );
}
