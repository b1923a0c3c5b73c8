import type { CSSProperties } from "react";
import { stillUrl } from "../../api/creatives";
import { length, type Medium } from "../model";
import { captionAt, closer, frameOf, seenAt, SIZES, STRIP } from "./model";
import { stripUrl } from "../../api/creatives";
import { type Brand, type Film, type FilmFit } from "./queries";

const HEIGHT = 400;
const WIDEST = 300;

/** The film at one second, as it will be: what is seen, its words, the mark, and what placements cover. */
export function FilmPreview(props: {
  clientId: string;
  film: Film;
  fit: FilmFit;
  media: ReadonlyMap<string, Medium>;
  brand: Brand;
  second: number;
}) {
  const { clientId, film, fit, media, brand, second } = props;
  const size = SIZES[film.size];
  const scale = Math.min(HEIGHT / size.height, WIDEST / size.width);
  const px = (pixels: number) => pixels * scale;
  const words = captionAt(fit, second);
  const { safe, mark } = fit;
  const side = Math.min(size.width, size.height);
  const below = mark && film.mark?.corner.startsWith("BOTTOM");
  const bottom = below ? size.height - mark.y : safe.bottom * size.height;
  const colours = { color: brand.colours.ink, background: brand.colours.ground };
  return (
    <figure className="film-preview" style={{ width: px(size.width), height: px(size.height) }}>
      {seenAt(film, fit.starts, second).map(({ index, shown, gone }) => {
        const shot = film.shots[index];
        const medium = shot && media.get(shot.sha256);
        if (!shot || !medium) return null;
        const look: CSSProperties = {
          opacity: shown,
          objectFit: shot.whole ? "contain" : "cover",
          objectPosition: `${shot.focusX * 100}% ${shot.focusY * 100}%`,
          transform: `scale(${closer(shot, gone)})`,
        };
        return medium.video ? (
          <Piece
            key={index}
            url={stripUrl(clientId, shot.sha256)}
            frame={frameOf(shot.from + gone * shot.seconds * shot.speed, medium.video.seconds)}
            shape={medium.width / medium.height}
            look={look}
          />
        ) : (
          <img key={index} style={look} alt={medium.fileName} src={stillUrl(clientId, shot.sha256)} />
        );
      })}
      {safe.top > 0 && (
        <i className="covered" style={{ top: 0, left: 0, right: 0, height: `${safe.top * 100}%` }} />
      )}
      {safe.bottom > 0 && (
        <i className="covered" style={{ bottom: 0, left: 0, right: 0, height: `${safe.bottom * 100}%` }} />
      )}
      {mark && film.mark && (
        <span
          className="film-mark"
          style={{ left: px(mark.x), top: px(mark.y), width: px(mark.width), height: px(mark.height) }}
        >
          {film.mark.sha256 ? (
            <img alt="Mark" src={stillUrl(clientId, film.mark.sha256)} />
          ) : (
            <b style={{ ...colours, fontSize: px(mark.height) * 0.58 }}>{film.mark.words}</b>
          )}
        </span>
      )}
      {words && (
        <figcaption
          style={{
            bottom: px(bottom + 0.03 * side),
            left: px(safe.left * size.width + 0.03 * side),
            right: px(safe.right * size.width + 0.03 * side),
            fontSize: px(0.043 * side),
          }}
        >
          <span style={colours}>{words}</span>
        </figcaption>
      )}
      <span className="runs">
        {length(second)} of {length(fit.seconds)}
      </span>
    </figure>
  );
}

/** One picture of a strip, filling the film or set whole into it. */
function Piece({
  url,
  frame,
  shape,
  look,
}: {
  url: string;
  frame: number;
  shape: number;
  look: CSSProperties;
}) {
  return (
    <svg
      viewBox={`0 0 ${shape * 100} 100`}
      preserveAspectRatio={look.objectFit === "contain" ? "xMidYMid meet" : "xMidYMid slice"}
      style={{ opacity: look.opacity }}
      role="img"
      aria-label="Picture of the video"
    >
      <image
        href={url}
        x={-frame * shape * 100}
        width={STRIP * shape * 100}
        height="100"
        preserveAspectRatio="none"
      />
    </svg>
  );
}
