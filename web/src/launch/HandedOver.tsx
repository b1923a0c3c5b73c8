import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useRef, useState } from "react";
import { sendStream, type Schemas } from "../api/client";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { Changes } from "../frame/Editable";

const FORMS = ["XLSX", "CSV", "JSON"] as const;

/** A launch that a person enters by hand: the table to work from, and the ids that come back in it. */
export function HandedOver({ clientId, launchId }: { clientId: string; launchId: string }) {
  const queries = useQueryClient();
  const carryOut = useChange();
  const input = useRef<HTMLInputElement>(null);
  const [back, setBack] = useState<Schemas["ReadBack"]>();
  const path = `/api/clients/${encodeURIComponent(clientId)}/launches/${launchId}/hand-over`;
  const read = (file: File) =>
    carryOut(sendStream<Schemas["ReadBack"]>(path, file).done, (told) => {
      setBack(told);
      return queries.invalidateQueries();
    });
  return (
    <div className="handed-over">
      <ol>
        <li>
          Take the change list as{" "}
          {FORMS.map((form) => (
            <a key={form} href={`${path}?form=${form}`} download={`change-list.${form.toLowerCase()}`}>
              {form}
            </a>
          ))}
        </li>
        <li>
          Enter it on the network line by line. Note the id of what is created under <b>id on the network</b>,
          and anything under <b>done</b> for the rest.
        </li>
        <li>
          <Changes>
            <Button size="small" onClick={() => input.current?.click()}>
              Read the table back…
            </Button>
          </Changes>
          <input
            ref={input}
            type="file"
            hidden
            aria-label="Table to read back"
            accept=".xlsx,.csv,.json"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (file) void read(file);
            }}
          />{" "}
          As often as you like: what is filled in is taken, the rest stays open.
        </li>
      </ol>
      {back && (
        <div role="status">
          <b>{plural(back.taken, "line")} taken</b>, {back.left} still to enter.
          {back.bad.map((b) => (
            <div key={`${b.line}${b.says}`} className="fault">
              Line {b.line}: <span className="mono">{b.value}</span> {b.says}
            </div>
          ))}
        </div>
      )}
    </div>
  );
}
