import { useQueryClient } from "@tanstack/react-query";
import { App, Progress } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { plural } from "../look/format";
import { megabytes } from "./model";
import { addPicture, previewUrl } from "./queries";

/** The client's pictures, and the place to drop more. */
export function MediaShelf({
  clientId,
  pictures,
  chosen,
  onChoose,
}: {
  clientId: string;
  pictures: Schemas["Picture"][];
  chosen: string | null | undefined;
  onChoose: ((sha: string) => void) | undefined;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [over, setOver] = useState(false);
  const [done, setDone] = useState<{ of: number; done: number }>();
  const take = async (files: File[]) => {
    setDone({ of: files.length, done: 0 });
    for (const [i, file] of files.entries()) {
      try {
        const picture = await addPicture(clientId, file);
        await queries.invalidateQueries({ queryKey: ["pictures", clientId] });
        onChoose?.(picture.sha256);
      } catch (e) {
        message.error({ content: (e as Error).message, duration: 12 });
      }
      setDone({ of: files.length, done: i + 1 });
    }
    setDone(undefined);
  };
  return (
    <>
      <h3>Pictures, {pictures.length}</h3>
      <div className="shelf">
        {pictures.map((p) => (
          <button
            key={p.sha256}
            className={p.sha256 === chosen ? "on" : ""}
            title={`${p.fileName}, ${p.width} × ${p.height} px, ${megabytes(p.bytes)}`}
            onClick={() => onChoose?.(p.sha256)}
          >
            <img src={previewUrl(clientId, p.sha256)} alt={p.fileName} loading="lazy" />
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
        Drop or choose pictures
        <div className="note">JPEG or PNG, up to 12 MB</div>
        <input
          id="creative-picture"
          type="file"
          multiple
          accept="image/jpeg,image/png"
          onChange={(e) => {
            void take([...(e.target.files ?? [])]);
            e.target.value = "";
          }}
        />
      </label>
      {done && (
        <Progress
          size="small"
          percent={Math.round((done.done / done.of) * 100)}
          format={() => `${done.done} of ${plural(done.of, "file")}`}
        />
      )}
    </>
  );
}
