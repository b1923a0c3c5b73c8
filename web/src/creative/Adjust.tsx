import { Modal, Slider } from "antd";
import { useState, type PointerEvent } from "react";
import type { Schemas } from "../api/client";
import { stillUrl } from "../api/creatives";
import { length, mendWords, type Medium } from "./model";

type Mend = Schemas["Mend"];

function isShorter(mend: Mend, medium: Medium): boolean {
  return !!medium.video && mend.seconds < medium.video.seconds - 0.05;
}

/** A box that is cut out can be moved, and what is kept of a longer video can begin later. */
export function isAdjustable(mend: Mend, medium: Medium | undefined): boolean {
  return !!medium && (mend.kind === "CROP" || isShorter(mend, medium));
}

/** Moves the box of a crop over the picture, and the beginning of what is kept of a video. */
export function Adjust({
  clientId,
  medium,
  mend,
  onMend,
  onClose,
}: {
  clientId: string;
  medium: Medium;
  mend: Mend;
  onMend: (mend: Mend) => void;
  onClose: () => void;
}) {
  const [how, setHow] = useState(mend);
  const step = medium.video ? 2 : 1;
  const place = (x: number, y: number) => {
    const within = (value: number, most: number) =>
      Math.round(Math.max(0, Math.min(most, value)) / step) * step;
    setHow({ ...how, x: within(x, medium.width - how.width), y: within(y, medium.height - how.height) });
  };
  const drag = (e: PointerEvent<HTMLDivElement>) => {
    const frame = e.currentTarget.parentElement?.getBoundingClientRect();
    if (!frame || e.buttons !== 1) return;
    const scale = medium.width / frame.width;
    place(how.x + e.movementX * scale, how.y + e.movementY * scale);
  };
  const share = (part: number, whole: number) => `${(part / whole) * 100}%`;
  const latest = (medium.video?.seconds ?? 0) - how.seconds;
  return (
    <Modal
      open
      title="Adjust what is kept"
      okText={mendWords(how, medium)}
      onOk={() => {
        onMend(how);
        onClose();
      }}
      onCancel={onClose}
    >
      {how.kind === "CROP" && (
        <>
          <p className="note">Drag the box, or move it with the arrow keys.</p>
          <div className="box-frame">
            <div className="box-picker">
              <img src={stillUrl(clientId, medium.sha256)} alt={medium.fileName} draggable={false} />
              <div
                className="kept-box"
                role="slider"
                aria-label="Box that is kept"
                aria-valuetext={`${how.x} px from the left, ${how.y} px from above`}
                aria-valuenow={how.x}
                tabIndex={0}
                style={{
                  left: share(how.x, medium.width),
                  top: share(how.y, medium.height),
                  width: share(how.width, medium.width),
                  height: share(how.height, medium.height),
                }}
                onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
                onPointerMove={drag}
                onKeyDown={(e) => {
                  const by = e.shiftKey ? 50 : 10;
                  const moves: Record<string, [number, number]> = {
                    ArrowLeft: [-by, 0],
                    ArrowRight: [by, 0],
                    ArrowUp: [0, -by],
                    ArrowDown: [0, by],
                  };
                  const move = moves[e.key];
                  if (!move) return;
                  e.preventDefault();
                  place(how.x + move[0], how.y + move[1]);
                }}
              />
            </div>
          </div>
        </>
      )}
      {isShorter(mend, medium) && (
        <label>
          <span className="note">
            Keep {length(how.seconds)} from {length(how.from)}
          </span>
          <Slider
            ariaLabelForHandle="Where it begins"
            min={0}
            max={Math.max(0, Math.floor(latest * 10) / 10)}
            step={0.1}
            value={how.from}
            tooltip={{ formatter: (s) => length(s ?? 0) }}
            onChange={(from) => setHow({ ...how, from })}
          />
        </label>
      )}
    </Modal>
  );
}
