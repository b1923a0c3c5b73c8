import type { CSSProperties } from "react";
import type { Schemas } from "../api/client";
import { networkColours } from "../look/theme";
import { megabytes, mendWords, MISS_WORDS } from "./model";
import { refusals } from "./Preview";

type Mend = Schemas["Mend"];

/** Each placement's verdict on a creative, with the rule behind it and the simple mends. */
export function Fit({
  picture,
  networks,
  onMend,
}: {
  picture: Schemas["Picture"] | undefined;
  networks: Schemas["NetworkFit"][];
  onMend: (mend: Mend) => void;
}) {
  return (
    <>
      <h2>Fit</h2>
      <p className="note">
        {picture
          ? `${picture.fileName} · ${picture.format} · ${picture.width} × ${picture.height} px · ${megabytes(picture.bytes)}`
          : "No picture chosen. Drop one on the left."}
      </p>
      {networks.map((n) =>
        n.placements.length === 0 ? (
          <div className="verdict" key={n.network}>
            <Dot state="none" />
            <div>
              <b>{n.networkName}</b>
              <div className="note">takes no single pictures</div>
            </div>
          </div>
        ) : (
          n.placements.map((p) => (
            <Verdict
              key={n.network + p.code}
              network={n.network}
              networkName={n.networkName}
              placement={p}
              onMend={onMend}
            />
          ))
        ),
      )}
    </>
  );
}

function Dot({ state }: { state: "good" | "warn" | "bad" | "none" }) {
  return <i className={`dot ${state}`} aria-hidden="true" />;
}

function Verdict(props: {
  network: string;
  networkName: string;
  placement: Schemas["PlacementFit"];
  onMend: (mend: Mend) => void;
}) {
  const { placement: p } = props;
  const bad = refusals(p) > 0;
  return (
    <div className="verdict" style={{ "--edge": networkColours[props.network] } as CSSProperties}>
      <Dot state={bad ? "bad" : p.misfits.length > 0 ? "warn" : "good"} />
      <div>
        <b>
          {props.networkName} {p.words.toLowerCase()}
        </b>
        {p.misfits.length === 0 && <div className="note">all that is there fits</div>}
        {p.misfits.map((m) => (
          <div key={m.part + m.miss} className={m.miss === "PAST_FOLD" ? "warn" : "bad"}>
            {m.part.charAt(0) + m.part.slice(1).toLowerCase()} {MISS_WORDS[m.miss]}: {m.value}; {m.limit}.{" "}
            {(m.part !== "PICTURE" || p.mends.length === 0) && `${m.mend}.`}
          </div>
        ))}
        {p.mends.map((m) => (
          <button key={m.kind + m.shape} className="link mend" onClick={() => props.onMend(m)}>
            {mendWords(m)}
          </button>
        ))}
      </div>
    </div>
  );
}
