import { Changes } from "../frame/Editable";
import "./preview.css";
import { useState } from "react";
import { stillUrl } from "../api/creatives";
import { Poster } from "./film/Poster";
import { begins, length, type Medium } from "./model";
import { contentUrl } from "./queries";

const STILLS = [0.2, 1.5, 3];

/** The first three seconds, which must carry the message: videos start silent (common practice). And the whole, to play. */
export function Beginning({
  clientId,
  medium,
  media,
  onFilm,
}: {
  clientId: string;
  medium: Medium;
  media: Medium[];
  onFilm: () => void;
}) {
  const [posing, setPosing] = useState(false);
  const seconds = medium.video?.seconds ?? 0;
  const shown = STILLS.map((at, i) => ({ at, number: i + 1 })).filter((s) => s.at < seconds);
  return (
    <section className="beginning">
      <h3>First three seconds, silent</h3>
      <p className="note">{begins(medium)}</p>
      <Changes>
        <p className="film-ways">
          <button className="link" onClick={onFilm}>
            Cut, crop, caption or mark it…
          </button>
          <button className="link" onClick={() => setPosing(true)}>
            Poster…
          </button>
        </p>
      </Changes>
      {posing && <Poster {...{ clientId, media }} video={medium} onClose={() => setPosing(false)} />}
      <div className="stills">
        {shown.map((s) => (
          <figure key={s.number}>
            <img src={stillUrl(clientId, medium.sha256, s.number)} alt={`At ${s.at} seconds`} />
            <figcaption>{s.at.toFixed(1)} s</figcaption>
          </figure>
        ))}
        <figure>
          <video
            controls
            muted
            preload="none"
            poster={stillUrl(clientId, medium.video?.poster ?? medium.sha256)}
          >
            <source src={contentUrl(clientId, medium.sha256)} />
          </video>
          <figcaption>
            {medium.fileName}, {length(seconds)}
          </figcaption>
        </figure>
      </div>
    </section>
  );
}
