import { useQueryClient } from "@tanstack/react-query";
import {} from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { PLAN_PATHS } from "../../api/plans";
import { askAgain } from "../../api/client";
import { creativesQuery, mediaQuery, stillUrl } from "../../api/creatives";
import { useChange } from "../../frame/useChange";
import type { Medium } from "../model";
import { moment } from "./model";
import { setPoster } from "./queries";
import { Strip } from "./Strip";

/** How far a poster’s shape may be off its video’s. */
const TOLERANCE = 0.03;

/** The picture that is seen before a video plays: one of its frames, or one of the shelf. */
export function Poster(props: { clientId: string; video: Medium; media: Medium[]; onClose: () => void }) {
  const { clientId, video } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const seconds = video.video?.seconds ?? 0;
  const [at, setAt] = useState(0);
  const shape = video.width / video.height;
  const fitting = props.media.filter(
    (m) => !m.video && Math.abs(m.width / m.height / shape - 1) <= TOLERANCE,
  );
  const set = (body: Parameters<typeof setPoster>[2]) =>
    void carryOut(setPoster(clientId, video.sha256, body), async () => {
      props.onClose();
      await queries.invalidateQueries(mediaQuery(clientId));
      await queries.invalidateQueries(creativesQuery(clientId));
      await askAgain(queries, ...PLAN_PATHS);
    });
  return (
    <Dialog
      open
      width={680}
      title={`Poster of ${video.fileName}`}
      okText={`Take the picture at ${moment(at)}`}
      onOk={() => set({ at })}
      onCancel={props.onClose}
    >
      <p className="note">
        Seen before it plays. It is sent to networks that take one; the others show a frame of their choice.
      </p>
      <Strip
        {...{ clientId, seconds }}
        sha={video.sha256}
        label="Moment"
        value={at}
        onChange={([s = 0]) => setAt(Math.min(s, Math.max(0, seconds - 0.1)))}
      />
      {fitting.length > 0 && (
        <>
          <h3>Or a picture of its shape</h3>
          <div className="shelf posters">
            {fitting.map((m) => (
              <button
                key={m.sha256}
                className={m.sha256 === video.video?.poster ? "on" : ""}
                title={m.fileName}
                onClick={() => set({ sha256: m.sha256 })}
              >
                <img src={stillUrl(clientId, m.sha256)} alt={m.fileName} />
              </button>
            ))}
          </div>
        </>
      )}
      {video.video?.poster && (
        <button className="link" onClick={() => set({})}>
          Have none
        </button>
      )}
    </Dialog>
  );
}
