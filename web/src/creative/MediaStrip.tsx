import { useEffect, useRef } from "react";
import { stillUrl } from "../api/creatives";
import { moved } from "../look/lists";
import {
  length,
  toggled,
  withCards,
  type Draft,
  type Format,
  type Medium,
  type NetworkFit,
  untouched,
} from "./model";
import { useFileDrop, useUpload } from "./useUpload";

/** The media of a creative in their order; they are chosen on the shelf. */
export function MediaStrip({
  clientId,
  draft,
  format,
  media,
  networks,
  onChange,
}: {
  clientId: string;
  draft: Draft;
  format: Format;
  media: ReadonlyMap<string, Medium>;
  networks: NetworkFit[];
  onChange: (draft: Draft) => void;
}) {
  const counts = networks.flatMap((n) => n.counts).filter((c) => c.part === "MEDIA");
  const kinds =
    format.pictures && format.videos ? "pictures or videos" : format.videos ? "videos" : "pictures";
  const one = format.pictures && format.videos ? "picture or video" : format.videos ? "video" : "picture";
  const move = (from: number, to: number) =>
    onChange(withCards({ ...draft, media: moved(draft.media, from, to) }, format, draft.media));
  const { take, progress } = useUpload(clientId);
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
  });
  // Files dropped here go here, as many as there is room for; the others are on the shelf.
  const { over, target } = useFileDrop((files) => {
    let room = format.mostMedia === 1 ? 1 : format.mostMedia - latest.current.media.length;
    void take(files, (medium) => {
      const now = latest.current;
      const fits = medium.video ? format.videos : format.pictures;
      if (!fits || room <= 0 || now.media.includes(medium.sha256)) return;
      room--;
      latest.current = toggled(now, format, medium.sha256);
      onChange(latest.current);
    });
  });
  return (
    <div className="part-line">
      <span className="label">Media</span>
      <div
        className={`strip-of-media ${over ? "over" : ""}`}
        id="creative-media-strip"
        tabIndex={-1}
        {...target}
      >
        {draft.media.map((sha, i) => {
          const m = media.get(sha);
          return (
            <div
              key={sha}
              className="strip-item"
              draggable={draft.media.length > 1}
              onDragStart={(e) => e.dataTransfer.setData("text/plain", String(i))}
              onDragOver={(e) => e.preventDefault()}
              onDrop={(e) => {
                if (e.dataTransfer.types.includes("Files")) return;
                e.preventDefault();
                move(Number(e.dataTransfer.getData("text/plain")), i);
              }}
            >
              <img src={stillUrl(clientId, sha)} alt={m?.fileName ?? ""} title={m?.fileName} />
              {m?.video && <span className="runs">{length(m.video.seconds)}</span>}
              <button
                aria-label={`Take out ${m?.fileName ?? "it"}`}
                onClick={() => onChange(toggled(draft, format, sha))}
              >
                ×
              </button>
            </div>
          );
        })}
        {draft.media.length < format.mostMedia && (
          <span className="note">
            {draft.media.length === 0
              ? `Choose a ${one} on the left, or drop it here`
              : `up to ${format.mostMedia} ${kinds}`}
          </span>
        )}
      </div>
      <div className="more">
        {progress}
        {counts[0] && !untouched(draft) && (
          <div className="length over">
            {counts[0].value}; {counts[0].limit}
          </div>
        )}
      </div>
    </div>
  );
}
