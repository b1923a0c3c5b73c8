import "./fit.css";
import { useQueryClient } from "@tanstack/react-query";
import { mediaQuery, stillUrl } from "../api/creatives";
import { useChange } from "../frame/useChange";
import { length, measured, type Medium, textIsRisky, textPercent, tooWordy } from "./model";
import { removeMedium, shelfUrl } from "./queries";
import { useFileDrop, useUpload } from "./useUpload";

/** The client's pictures and videos, and the place to drop more. A click chooses, Delete removes. */
export function MediaShelf({
  clientId,
  media,
  chosen,
  onChoose,
}: {
  clientId: string;
  media: Medium[];
  chosen: string[];
  onChoose: ((medium: Medium) => void) | undefined;
}) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const { take, progress } = useUpload(clientId);
  const takeIn = (files: File[]) =>
    void take(files, (medium) => {
      if (files.length === 1) onChoose?.(medium);
    });
  const { over, target } = useFileDrop(takeIn);
  const remove = (medium: Medium) => {
    void carryOut(removeMedium(clientId, medium.sha256), () =>
      queries.invalidateQueries(mediaQuery(clientId)),
    );
  };
  return (
    <>
      <h3 className="shelf-head">
        Media, {media.length}
        {media.length > 0 && (
          <a className="link" href={shelfUrl(clientId)} download>
            as ZIP
          </a>
        )}
      </h3>
      <div className="shelf">
        {media.map((m) => (
          <button
            key={m.sha256}
            className={chosen.includes(m.sha256) ? "on" : ""}
            aria-pressed={chosen.includes(m.sha256)}
            title={`${m.fileName}\n${measured(m)}`}
            onClick={() => onChoose?.(m)}
            onKeyDown={(e) => e.key === "Delete" && remove(m)}
          >
            <img src={stillUrl(clientId, m.sha256)} alt={m.fileName} loading="lazy" />
            {m.video && <span className="runs">{length(m.video.seconds)}</span>}
            {textIsRisky(m.text.fields) && (
              <span className="wordy" title={tooWordy(m)}>
                text {textPercent(m.text.fields)} %
              </span>
            )}
          </button>
        ))}
      </div>
      <label className={`drop ${over ? "over" : ""}`} {...target}>
        Drop or choose pictures and videos
        <div className="note">JPEG or PNG up to 30 MB, videos up to 500 MB</div>
        <input
          id="creative-media"
          type="file"
          multiple
          accept="image/jpeg,image/png,video/*"
          onChange={(e) => {
            takeIn([...(e.target.files ?? [])]);
            e.target.value = "";
          }}
        />
      </label>
      {progress}
    </>
  );
}
