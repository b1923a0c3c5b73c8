import "./creative.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import type { ReactNode } from "react";
import { useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { freeName } from "../audiences/model";
import { deskQuery, offerQuery } from "../desk/queries";
import { Columns } from "../frame/Columns";
import { MediaShelf } from "./MediaShelf";
import { draftOf, emptyDraft, type Draft } from "./model";
import { OneCreative } from "./OneCreative";
import { addCreative, creativesQuery, picturesQuery, previewUrl, removeCreative } from "./queries";

/** The client's creatives and pictures, and the creative at hand with its preview. */
export function CreativeScreen() {
  const { clientId = "", creativeId } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { message } = App.useApp();
  const desk = useQuery(deskQuery(clientId));
  const creatives = useQuery(creativesQuery(clientId));
  const pictures = useQuery(picturesQuery(clientId));
  const account = desk.data?.client.accounts[0];
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  if (desk.error) return <p className="empty">{desk.error.message}</p>;
  if (!desk.data || !account || !creatives.data || !pictures.data) return null;
  const all = creatives.data;
  const current = all.find((c) => c.creative.id === creativeId) ?? (creativeId ? undefined : all[0]);

  const start = (from: Draft) => {
    const name = freeName(
      from.name,
      all.map((c) => c.creative.name),
    );
    addCreative(clientId, { ...from, name, version: 0 })
      .then(async (added) => {
        await queries.invalidateQueries({ queryKey: ["creatives", clientId] });
        await navigate(`/c/${clientId}/creative/${added.creative.id}`);
      })
      .catch((e: Error) => message.error(e.message));
  };
  const remove = (kept: Schemas["KeptCreative"]) => {
    removeCreative(clientId, kept.creative.id)
      .then(async () => {
        await navigate(`/c/${clientId}/creative`);
        await queries.invalidateQueries({ queryKey: ["creatives", clientId] });
      })
      .catch((e: Error) => message.error(e.message));
  };
  const things = (shelf: ReactNode) => (
    <>
      <h3>Creatives, {all.length}</h3>
      {all.map(({ creative: c, columns }) => (
        <button
          key={c.id}
          className={`thing line with-thumb ${c.id === current?.creative.id ? "on" : ""}`}
          onClick={() => void navigate(`/c/${clientId}/creative/${c.id}`)}
        >
          {c.picture ? (
            <img className="thumb" alt="" src={previewUrl(clientId, c.picture.sha256)} />
          ) : (
            <span className="thumb" />
          )}
          <span>
            <b>{c.name}</b>
            <span className="note">{columns > 0 ? "picture, in a plan" : "picture"}</span>
          </span>
        </button>
      ))}
      <button className="add-thing" style={{ marginBottom: 16 }} onClick={() => start(emptyDraft)}>
        New creative
      </button>
      {shelf}
    </>
  );
  const shelf = (chosen: string | null | undefined, onChoose: ((sha: string) => void) | undefined) => (
    <MediaShelf clientId={clientId} pictures={pictures.data} chosen={chosen} onChoose={onChoose} />
  );
  if (!current || !offer.data) {
    return (
      <Columns things={things(shelf(undefined, undefined))} title="Creative">
        {!current && (
          <div className="empty">
            <h2>{creativeId ? "There is no such creative" : "No creative yet"}</h2>
            <p>A creative is what an ad shows: a picture, its texts, a call to action and where it leads.</p>
            <Button type="primary" onClick={() => start(emptyDraft)}>
              Make the first
            </Button>
          </div>
        )}
      </Columns>
    );
  }
  return (
    <OneCreative
      key={current.creative.id}
      {...{ clientId, current }}
      clientName={desk.data.client.name}
      offer={offer.data}
      pictures={pictures.data}
      things={(chosen, onChoose) => things(shelf(chosen, onChoose))}
      onDuplicate={() => start(draftOf(current.creative))}
      onRemove={() => remove(current)}
    />
  );
}
