import { Opening } from "../../look/Opening";
import { count, people } from "../../look/format";
import { percent } from "../model";
import { largest } from "./model";
import type { SourceDialog } from "./order";
import type { Source } from "./queries";
import { Changes } from "../../frame/Editable";

/** The client's sources in the left column, and the ways to make one. */
export function SourceThings(props: {
  sources: Source[];
  currentId: string | undefined;
  onOpen: (id: string) => void;
  onList: () => void;
  onNew: (dialog: SourceDialog) => void;
}) {
  return (
    <div className="group">
      <h3>Source audiences, {props.sources.length}</h3>
      {props.sources.map((s) => (
        <button
          key={s.id}
          className={`thing line ${s.id === props.currentId ? "on" : ""}`}
          onClick={() => props.onOpen(s.id)}
        >
          <b>{s.name}</b>
          <div className="note">
            {s.state === "READY" ? (
              <>
                <span>{people(largest(s))}</span>
                <span>{s.kind === "LIST" ? `${count(s.rows)} rows${rate(s)}` : ""}</span>
              </>
            ) : (
              <span>{s.state === "STOPPED" ? "import stopped" : `${count(s.rows)} rows read…`}</span>
            )}
          </div>
        </button>
      ))}
      <Changes>
        <Opening
          menu={{
            items: [
              { key: "list", label: "Customer list…", onClick: props.onList },
              { key: "site", label: "Visitors of the site…", onClick: () => props.onNew("site") },
              {
                key: "ladder",
                label: "Visitors by how lately they came…",
                onClick: () => props.onNew("ladder"),
              },
              { key: "profile", label: "Who engaged with a profile…", onClick: () => props.onNew("profile") },
              { key: "video", label: "Who watched a video…", onClick: () => props.onNew("video") },
              { key: "form", label: "Who opened or sent a form…", onClick: () => props.onNew("form") },
            ],
          }}
        >
          <button className="add-thing">New source</button>
        </Opening>
      </Changes>
    </div>
  );
}

function rate(source: Source): string {
  const best = Math.max(0, ...source.on.map((o) => o.matchRate ?? 0));
  return best > 0 ? `, ${percent(best)} % matched` : "";
}
