import { useQueryClient } from "@tanstack/react-query";
import { App, Progress } from "antd";
import { type DragEvent, useRef, useState } from "react";
import { addMedium, mediaQuery } from "../api/creatives";
import { type Medium, textIsRisky, tooWordy } from "./model";

/** What the server takes at most; more is not even sent. */
const LARGEST_BYTES = 500_000_000;

/** Sends files to the client's shelf one after another, and tells of each that is there. */
export function useUpload(clientId: string) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [sending, setSending] = useState<{ name: string; share: number; left: number }>();
  const stop = useRef<(() => void) | undefined>(undefined);
  const take = async (files: File[], onEach: (medium: Medium) => void) => {
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
        onEach(medium);
      } catch (e) {
        message.error({ content: (e as Error).message, duration: 12 });
      }
    }
    setSending(undefined);
  };
  const progress = sending && (
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
  );
  return { take, progress };
}

/** Where files are dropped; what is moved within the page goes its own way. */
export function useFileDrop(onFiles: (files: File[]) => void) {
  const [over, setOver] = useState(false);
  const brings = (e: DragEvent) => e.dataTransfer.types.includes("Files");
  return {
    over,
    target: {
      onDragOver: (e: DragEvent) => {
        if (!brings(e)) return;
        e.preventDefault();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop: (e: DragEvent) => {
        setOver(false);
        if (!brings(e)) return;
        e.preventDefault();
        onFiles([...e.dataTransfer.files]);
      },
    },
  };
}
