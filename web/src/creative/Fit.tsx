import type { Schemas } from "../api/client";
import { megabytes, MISS_WORDS } from "./model";

/** Each placement's verdict on a creative, with the mend. */
export function Fit({
  picture,
  network,
  placements,
}: {
  picture: Schemas["Picture"] | undefined;
  network: string;
  placements: Schemas["PlacementFit"][];
}) {
  return (
    <>
      <h2>Fit</h2>
      <p className="note">
        {picture
          ? `${picture.fileName} · ${picture.format} · ${picture.width} × ${picture.height} px · ${megabytes(picture.bytes)}`
          : "No picture chosen. Drop one on the left."}
      </p>
      {placements.map((p) => (
        <div key={p.code}>
          <h3 style={{ margin: "10px 0 6px" }}>
            {network} {p.words.toLowerCase()}
          </h3>
          {p.misfits.length === 0 && (
            <p style={{ color: "var(--moss)", margin: 0 }}>All that is there fits.</p>
          )}
          {p.misfits.map((m) => (
            <div
              key={m.part + m.miss}
              className={`finding ${m.miss === "PAST_FOLD" ? "warning" : "blocker"}`}
            >
              <b>
                {m.part.charAt(0) + m.part.slice(1).toLowerCase()} {MISS_WORDS[m.miss]}: {m.value}; {m.limit}.
              </b>
              {m.mend}.
            </div>
          ))}
        </div>
      ))}
    </>
  );
}
