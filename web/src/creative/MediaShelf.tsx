import "./fit.css";
import { useQueryClient } from "@tanstack/react-query";
import { App, Progress } from "antd";
import { useRef, useState } from "react";
import { addMedium, mediaQuery, stillUrl } from "../api/creatives";
import { useChange } from "../frame/useChange";
import { length, measured, type Medium, textIsRisky, textPercent, tooWordy } from "./model";
import { removeMedium, shelfUrl } from "./queries";

/** What the server takes at most; more is not even sent. */
const LARGEST_BYTES = 500_000_000;

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
  const { message } = App.useApp();
  const carryOut = useChange();
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; share: number; left: number }>();
  const stop = useRef<(() => void) | undefined>(undefined);
  const take = async (files: File[]) => {
    let stopped = false;
    for (const [i, file] of files.entries()) {
      if (stopped) break;
      if (file.size > LARGEST_BYTES) {
        message.error(`“${file.name}” is over 500 MB, the largest video that is taken. Save it smaller.`);
        continue;
      }
      setSending({ name: file.name, share: 0, left: files.length - i });
      const { done, stop: breakOff } = addMedium(clientId, file, (share) =>
        setSending({ name: file.name, share, left: files.length - i }),
      );
      stop.current = () => {
        stopped = true;
        breakOff();
      };
      try {
        const medium = await done;
        await queries.invalidateQueries(mediaQuery(clientId));
        if (textIsRisky(medium.text.fields)) message.warning({ content: tooWordy(medium), duration: 12 });
        if (files.length === 1) onChoose?.(medium);
      } catch (e) {
        message.error({ content: (e as Error).message, duration: 12 });
      }
    }
    setSending(undefined);
  };
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
      <label
        className={`drop ${over ? "over" : ""}`}
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void take([...e.dataTransfer.files]);
        }}
      >
        Drop or choose pictures and videos
        <div className="note">JPEG or PNG up to 30 MB, videos up to 500 MB</div>
        <input
          id="creative-media"
          type="file"
          multiple
          accept="image/jpeg,image/png,video/*"
          onChange={(e) => {
            void take([...(e.target.files ?? [])]);
            e.target.value = "";
          }}
        />
      </label>
      {sending && (
        <div className="sending">
          <Progress size="small" percent={Math.round(sending.share * 100)} />
          <span className="note">
            {sending.share < 1 ? "Sending" : "Measuring"} {sending.name}
            {sending.left > 1 && `, ${sending.left - 1} more`}
          </span>{" "}
          <button className="link" onClick={() => stop.current?.()}>
            Stop
          </button>
        </div>
      )}
    </>
  );
}
