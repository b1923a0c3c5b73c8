import "./creative.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { memo, useState, type ReactNode } from "react";
import { useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { deskQuery } from "../api/clients";
import { creativesQuery, formatsQuery, mediaQuery, stillUrl, phrasesQuery } from "../api/creatives";
import { Columns } from "../frame/Columns";
import { MADE } from "../frame/made";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { useStable } from "../look/useStable";
import { Deck } from "./Deck";
import { MediaShelf } from "./MediaShelf";
import { baseName, draftOf, emptyDraft, type Draft, type Format, type Medium } from "./model";
import { OneCreative } from "./OneCreative";
import { filmOf, Films } from "./film/Films";
import { Many } from "./many/Many";
import { Posts } from "./posts/Posts";
import { Said } from "./said/Said";
import { PreviewSheet } from "./sheet/PreviewSheet";
import { Write } from "./write/Write";
import { useCreativeLike } from "./useCreativeLike";
import { removeCreative } from "./queries";
import { Changes } from "../frame/Editable";
import { Waiting } from "../frame/Waiting";

const SEARCHED_FROM = 12;

/** What is done for creatives, each in a room of its own. */
const ROOMS = [
  { path: "", words: "Creatives" },
  { path: "many", words: "Many at once" },
  { path: "deck", words: "Copy deck" },
  { path: "write", words: "Write" },
  { path: "films", words: "Films" },
  { path: "posts", words: "Posts" },
  { path: "sheet", words: "Preview sheet" },
  { path: "said", words: "Customers say" },
] as const;

type Kept = Schemas["KeptCreative"];

/** The client's creatives, media and copy deck, and the one at hand. */
export function CreativeScreen() {
  const { clientId = "", creativeId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const make = useCreativeLike(clientId);
  const open = useStable((id: string) => void navigate(`/c/${clientId}/creative/${id}`));
  const desk = useQuery(deskQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const media = useQuery(mediaQuery(clientId));
  const formats = useQuery(formatsQuery(clientId));
  const phrases = useQuery(phrasesQuery(clientId));
  if (!desk.data || !creatives.data || !media.data || !formats.data || !phrases.data)
    return <Waiting on={[desk, creatives, media, formats, phrases]} />;
  const all = creatives.data;
  const room = ROOMS.find((r) => r.path === creativeId)?.path ?? "";
  const current = room
    ? undefined
    : (all.find((c) => c.creative.id === creativeId) ?? (creativeId ? undefined : all[0]));

  const start = (from: Draft) =>
    void make(undefined, from, (id) => void navigate(`/c/${clientId}/creative/${id}`, { state: MADE }));
  const remove = (kept: Kept) => {
    void carryOut(removeCreative(clientId, kept.creative.id), async () => {
      await navigate(`/c/${clientId}/creative`);
      await queries.invalidateQueries(creativesQuery(clientId));
    });
  };
  const rooms = (
    <nav className="rooms" aria-label="Rooms of the creative">
      {ROOMS.map(({ path, words }) => (
        <button
          key={path}
          className={path === room ? "on" : ""}
          aria-current={path === room ? "page" : undefined}
          onClick={() => void navigate(`/c/${clientId}/creative${path && `/${path}`}`)}
        >
          {words}
        </button>
      ))}
    </nav>
  );
  const things = (chosen: string[], onChoose: ((medium: Medium) => void) | undefined): ReactNode => (
    <>
      {rooms}
      <CreativeList
        {...{ clientId, all }}
        formats={formats.data}
        current={current?.creative.id}
        onOpen={open}
      />
      <Changes>
        <button className="add-thing" style={{ marginBottom: 16 }} onClick={() => start(emptyDraft)}>
          New creative
        </button>
      </Changes>
      <MediaShelf clientId={clientId} media={media.data} chosen={chosen} onChoose={onChoose} />
    </>
  );
  switch (room) {
    case "deck":
      return <Deck clientId={clientId} phrases={phrases.data} things={rooms} />;
    case "write":
      return <Write key={clientId} clientId={clientId} things={rooms} />;
    case "said":
      return <Said key={clientId} clientId={clientId} phrases={phrases.data} things={rooms} />;
    case "many":
      return (
        <Many
          key={clientId}
          {...{ clientId, rooms }}
          creatives={all.map((k) => k.creative)}
          media={media.data}
          phrases={phrases.data}
        />
      );
    case "sheet":
      return (
        <PreviewSheet
          key={clientId}
          {...{ clientId, rooms }}
          clientName={desk.data.client.name}
          creatives={all.map((k) => k.creative)}
          formats={formats.data}
          media={media.data}
        />
      );
    case "posts":
      return <Posts key={clientId} {...{ clientId, rooms }} accounts={desk.data.client.accounts} />;
    case "films":
      return (
        <Films
          key={clientId}
          {...{ clientId, rooms }}
          media={media.data}
          onCreative={(film) =>
            start({
              ...emptyDraft,
              name: baseName(film),
              format: "single-video",
              media: [film.sha256],
            })
          }
        />
      );
  }
  if (!current) {
    return (
      <Columns things={things([], undefined)} title="Creative">
        <div className="empty">
          <h2>{creativeId ? "There is no such creative" : "No creative yet"}</h2>
          <p>
            A creative is what an ad shows: pictures or videos, texts, a call to action and where it leads.
          </p>
          <Button type="primary" onClick={() => start(emptyDraft)}>
            Make the first
          </Button>
        </div>
      </Columns>
    );
  }
  return (
    <OneCreative
      key={current.creative.id}
      {...{ clientId, current, things }}
      clientName={desk.data.client.name}
      media={media.data}
      formats={formats.data}
      phrases={phrases.data}
      onFilm={(video) =>
        void carryOut(filmOf(queries, clientId, video), (film) =>
          navigate(`/c/${clientId}/creative/films?film=${film.id}`),
        )
      }
      onDuplicate={() => start(draftOf(current.creative))}
      onRemove={() => remove(current)}
    />
  );
}

const CreativeList = memo(function CreativeList({
  clientId,
  all,
  formats,
  current,
  onOpen,
}: {
  clientId: string;
  all: Kept[];
  formats: Format[];
  current: string | undefined;
  onOpen: (id: string) => void;
}) {
  const [text, setText] = useState("");
  const found = all.filter((c) => c.creative.name.toLowerCase().includes(text.trim().toLowerCase()));
  const words = (c: Kept) => {
    const format = formats.find((f) => f.code === c.creative.format)?.words ?? c.creative.format;
    return `${format.toLowerCase()}${c.columns > 0 ? `, in ${plural(c.columns, "sheet")}` : ""}`;
  };
  return (
    <>
      <h3>Creatives, {all.length}</h3>
      {all.length > SEARCHED_FROM && (
        <Input
          size="small"
          allowClear
          aria-label="Find a creative"
          placeholder="Find a creative"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      )}
      <div className="creative-list">
        {found.map((kept) => {
          const c = kept.creative;
          const medium = c.media[0];
          return (
            <button
              key={c.id}
              className={`thing line with-thumb ${c.id === current ? "on" : ""}`}
              onClick={() => onOpen(c.id)}
            >
              {medium ? (
                <img className="thumb" alt="" loading="lazy" src={stillUrl(clientId, medium.sha256)} />
              ) : (
                <span className="thumb" />
              )}
              <span>
                <b>{c.name}</b>
                <span className="note">{words(kept)}</span>
              </span>
            </button>
          );
        })}
        {found.length === 0 && <p className="note">None is called so.</p>}
      </div>
    </>
  );
});
