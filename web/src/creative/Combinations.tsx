import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, InputNumber } from "antd";
import { useEffect, useState } from "react";
import { count as counted, plural, word } from "../look/format";
import { bodyOf, type Draft, type NetworkFit } from "./model";
import type { Chosen } from "./Preview";
import { combinationQuery } from "./queries";

/** How many ads a mix makes, one after the other in the previews, and what a mix rules out. */
export function Combinations({
  clientId,
  draft,
  networks,
  count,
  onChoose,
}: {
  clientId: string;
  draft: Draft;
  networks: NetworkFit[];
  count: number;
  onChoose: (chosen: Chosen) => void;
}) {
  const [wanted, setWanted] = useState(0);
  const number = Math.min(wanted, count - 1);
  const told = useQuery({
    ...combinationQuery(clientId, bodyOf(draft, 0), number),
    placeholderData: keepPreviousData,
  });
  const combination = told.data?.combination;
  useEffect(() => {
    if (combination) onChoose(combination);
  }, [combination, onChoose]);
  const taking = networks.filter((n) => n.format);
  const sizes = [
    [draft.media.length, "picture or video", "pictures or videos"],
    [draft.bodies.length, "body", "bodies"],
    [draft.headlines.length, "headline", "headlines"],
    [draft.descriptions.length, "description", "descriptions"],
    [draft.callsToAction.length, "call to action", "calls to action"],
  ] as const;
  return (
    <section className="combinations">
      <div className="browse">
        <b>{plural(count, "combination")}</b>
        <span className="note">
          {sizes
            .filter(([n]) => n > 0)
            .map(([n, one, many]) => plural(n, one, many))
            .join(" × ") || "nothing to combine yet"}
        </span>
        <span className="grow" />
        <Button disabled={number === 0} onClick={() => setWanted(number - 1)}>
          Before
        </Button>
        <InputNumber
          aria-label="Combination"
          min={1}
          max={count}
          value={number + 1}
          onChange={(n) => setWanted(Math.max(0, (n ?? 1) - 1))}
          style={{ width: 76, flex: "none" }}
        />
        <span className="note">of {counted(count)}</span>
        <Button disabled={number >= count - 1} onClick={() => setWanted(number + 1)}>
          Next
        </Button>
      </div>
      <div className="rules-out">
        <b>What a mix rules out.</b> The network combines the parts itself: results come by part, by pair only
        from a detailed report, so it cannot be a split test of one part.
        {taking.map((n) => (
          <span key={n.network}>
            {" "}
            {n.networkName} takes it for {list(n.objectives)}
            {n.ruledOut.length > 0 && `, not for ${list(n.ruledOut)}`}
            {n.notShownOn.length > 0 && `; it does not show on ${list(n.notShownOn)}`}.
          </span>
        ))}
        {networks.some((n) => !n.format) && (
          <span>
            {" "}
            {list(
              networks.filter((n) => !n.format).map((n) => n.networkName),
              false,
            )}{" "}
            {word(networks.filter((n) => !n.format).length, "has", "have")} none.
          </span>
        )}
      </div>
    </section>
  );
}

function list(words: string[], lower = true): string {
  const shown = lower ? words.map((w) => w.charAt(0).toLowerCase() + w.slice(1)) : words;
  return shown.length < 2 ? shown.join("") : `${shown.slice(0, -1).join(", ")} and ${shown.at(-1)}`;
}
