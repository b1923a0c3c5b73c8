import "./creative.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState, type ReactNode } from "react";
import { useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { deskQuery } from "../api/clients";
import { creativesQuery, formatsQuery, mediaQuery, stillUrl } from "../api/creatives";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { freeName } from "../look/lists";
import { Deck } from "./Deck";
import { MediaShelf } from "./MediaShelf";
import { bodyOf, draftOf, emptyDraft, type Draft, type Format, type Medium } from "./model";
import { OneCreative } from "./OneCreative";
import { Said } from "./said/Said";
import { Write } from "./write/Write";
import { addCreative, phrasesQuery, removeCreative } from "./queries";

const SEARCHED_FROM = 12;

type Kept = Schemas["KeptCreative"];

/** The client's creatives, media and copy deck, and the one at hand. */
export function CreativeScreen() {
  const { clientId = "", creativeId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  const desk = useQuery(deskQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const media = useQuery(mediaQuery(clientId));
  const formats = useQuery(formatsQuery(clientId));
  const phrases = useQuery(phrasesQuery(clientId));
  const failed = desk.error ?? creatives.error ?? media.error ?? formats.error ?? phrases.error;
  if (failed) return <p className="empty">{failed.message}</p>;
  if (!desk.data || !creatives.data || !media.data || !formats.data || !phrases.data) return null;
  const all = creatives.data;
  const deck = creativeId === "deck";
  const said = creativeId === "said";
  const write = creativeId === "write";
  const current =
    deck || said || write
      ? undefined
      : (all.find((c) => c.creative.id === creativeId) ?? (creativeId ? undefined : all[0]));

  const start = (from: Draft) => {
    const name = freeName(
      from.name,
      all.map((c) => c.creative.name),
    );
    void carryOut(addCreative(clientId, bodyOf({ ...from, name }, 0)), async (added) => {
      await queries.invalidateQueries(creativesQuery(clientId));
      await navigate(`/c/${clientId}/creative/${added.creative.id}`);
    });
  };
  const remove = (kept: Kept) => {
    void carryOut(removeCreative(clientId, kept.creative.id), async () => {
      await navigate(`/c/${clientId}/creative`);
      await queries.invalidateQueries(creativesQuery(clientId));
    });
  };
  const things = (chosen: string[], onChoose: ((medium: Medium) => void) | undefined): ReactNode => (
    <>
      <button
        className={`thing line ${deck ? "on" : ""}`}
        onClick={() => void navigate(`/c/${clientId}/creative/deck`)}
      >
        <b>Copy deck</b>
        <span className="note">{plural(phrases.data.length, "phrase")}</span>
      </button>
      <button
        className={`thing line ${said ? "on" : ""}`}
        onClick={() => void navigate(`/c/${clientId}/creative/said`)}
      >
        <b>What customers say</b>
        <span className="note">words to write with</span>
      </button>
      <button
        className={`thing line ${write ? "on" : ""}`}
        onClick={() => void navigate(`/c/${clientId}/creative/write`)}
      >
        <b>Write</b>
        <span className="note">copy and scripts in frames</span>
      </button>
      <CreativeList
        {...{ clientId, all }}
        formats={formats.data}
        current={current?.creative.id}
        onOpen={(id) => void navigate(`/c/${clientId}/creative/${id}`)}
      />
      <button className="add-thing" style={{ marginBottom: 16 }} onClick={() => start(emptyDraft)}>
        New creative
      </button>
      <MediaShelf clientId={clientId} media={media.data} chosen={chosen} onChoose={onChoose} />
    </>
  );
  if (deck) {
    return <Deck clientId={clientId} phrases={phrases.data} things={things([], undefined)} />;
  }
  if (write) return <Write key={clientId} clientId={clientId} things={things([], undefined)} />;
  if (said) {
    return <Said key={clientId} clientId={clientId} phrases={phrases.data} things={things([], undefined)} />;
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
      onDuplicate={() => start(draftOf(current.creative))}
      onRemove={() => remove(current)}
    />
  );
}

function CreativeList({
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
}
