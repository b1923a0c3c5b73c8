import { useQueries } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { count, people, plural } from "../../look/format";
import { barLength, type Draft } from "../model";
import { sizeQuery } from "../queries";
import { bandsOf, lookalikeDrafts } from "./model";
import type { Source } from "./queries";

const USUAL_EDGES = [1, 2, 5];

/** Bands of a country by likeness to the source; each leaves out the seed and the bands within. */
export function Lookalikes(props: {
  clientId: string;
  account: Schemas["AccountView"];
  source: Source;
  country: string;
  rule: Schemas["LookalikeRule"];
  seed: number;
  onMake: (drafts: Draft[]) => void;
}) {
  const { rule, seed, account } = props;
  const [text, setText] = useState(USUAL_EDGES.filter((e) => e <= rule.mostPercent).join(", "));
  const edges = edgesOf(text, rule.mostPercent);
  const enough = seed >= rule.leastSeed;
  const drafts = edges ? lookalikeDrafts(props.source, props.country, edges) : [];
  const sizes = useQueries({
    queries: (enough ? drafts : []).map((d) => sizeQuery(props.clientId, account.id, d.definition)),
  });
  if (!enough) {
    return (
      <div className="finding warning">
        <b>
          {count(seed)} of them are in this country; {account.networkName} needs {count(rule.leastSeed)} to
          find people like them.
        </b>
        Choose another country or network, or a larger source.
      </div>
    );
  }
  const told = sizes.map((s) => s.data?.rungs[s.data.rungs.length - 1]?.size);
  const most = Math.max(1, ...told.map((t) => t?.people ?? 0));
  return (
    <div>
      <div className="say">
        People most like them, in bands up to
        <Input
          aria-label="Edges of the bands, in percent"
          style={{ width: 120 }}
          value={text}
          status={edges ? "" : "error"}
          onChange={(e) => setText(e.target.value)}
        />
        % of the country
        {!edges && <span className="wrong">whole percents that rise, at most {rule.mostPercent}</span>}
        <Button disabled={!edges} onClick={() => props.onMake(drafts)}>
          Make {plural(drafts.length, "audience")}
        </Button>
      </div>
      {bandsOf(edges ?? []).map((band, i) => (
        <div className="band" key={band.to}>
          <span>
            {band.from} to {band.to} %
          </span>
          <span className="track">
            <i style={{ width: `${barLength(told[i]?.people ?? 0, most) * 100}%` }} />
          </span>
          <b className="number">{told[i] ? people(told[i]) : "…"}</b>
        </div>
      ))}
    </div>
  );
}

function edgesOf(text: string, most: number): number[] | undefined {
  const edges = text
    .split(/[\s,;]+/)
    .filter((p) => p !== "")
    .map(Number);
  const rise = edges.every(
    (e, i) => Number.isInteger(e) && e >= 1 && e <= most && (i === 0 || e > (edges[i - 1] ?? 0)),
  );
  return edges.length > 0 && rise ? edges : undefined;
}
