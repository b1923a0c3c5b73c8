import { useQueryClient } from "@tanstack/react-query";
import { Button, Input, InputNumber, Segmented, Checkbox } from "antd";
import { SideDialog } from "../look/Dialog";
import { useState } from "react";
import { type Problem, type Schemas, askAgain } from "../api/client";
import { offerOfResults } from "../api/results";
import type { Offer } from "./model";
import { dropNumber, keepNumber, setMargin } from "./queries";

const EMPTY: Schemas["OwnNumberBody"] = { words: "", formula: "", better: "HIGH", share: false };

/** Numbers of the buyer's own, as ordinary arithmetic over what is counted, and the margin that profit is reckoned with. */
export function OwnNumbers({
  clientId,
  offer,
  onClose,
}: {
  clientId: string;
  offer: Offer;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [draft, setDraft] = useState(EMPTY);
  const [fault, setFault] = useState("");
  const own = offer.metrics.filter((m) => m.own);
  const done = (made: Promise<Offer>) =>
    made.then(
      (now) => {
        queries.setQueryData(offerOfResults(clientId).queryKey, now);
        void askAgain(queries, "/api/clients/{clientId}/results/table");
        setFault("");
        return true;
      },
      (problem: Problem) => {
        setFault(problem.message);
        return false;
      },
    );
  const keep = async () => {
    const code = codeOf(draft.words);
    if (await done(keepNumber(clientId, code, draft))) setDraft(EMPTY);
  };
  return (
    <SideDialog open settled={own.length} size={460} title="Numbers of your own" onClose={onClose}>
      <div className="own-numbers">
        {own.map((m) => (
          <div key={m.code} className="own-number">
            <b>{m.words}</b>
            <button className="link" onClick={() => void done(dropNumber(clientId, m.code))}>
              take out
            </button>
            <code className="mono">{m.formula}</code>
          </div>
        ))}
        <label htmlFor="own-words">Called</label>
        <Input
          id="own-words"
          value={draft.words}
          placeholder="clicks per view"
          onChange={(e) => setDraft({ ...draft, words: e.target.value })}
        />
        <label htmlFor="own-formula">Formula</label>
        <Input.TextArea
          id="own-formula"
          className="mono"
          autoSize
          value={draft.formula}
          placeholder="(site_leads + form_sends) / clicks"
          onChange={(e) => setDraft({ ...draft, formula: e.target.value })}
          status={fault ? "error" : ""}
        />
        {fault && (
          <p className="fault" role="alert">
            {fault}
          </p>
        )}
        <div className="own-line">
          <Segmented<Schemas["OwnNumberBody"]["better"]>
            size="small"
            aria-label="Which way is good"
            value={draft.better}
            options={[
              { value: "HIGH", label: "high is good" },
              { value: "LOW", label: "low is good" },
              { value: "NEITHER", label: "neither" },
            ]}
            onChange={(better) => setDraft({ ...draft, better })}
          />
          <Checkbox checked={draft.share} onChange={(e) => setDraft({ ...draft, share: e.target.checked })}>
            in per cent
          </Checkbox>
        </div>
        <Button type="primary" disabled={!codeOf(draft.words) || !draft.formula} onClick={() => void keep()}>
          Keep number
        </Button>
        <p className="note">
          Ordinary arithmetic, + − × ÷ and brackets, over:{" "}
          <span className="mono">
            {offer.metrics
              .filter((m) => !m.own)
              .map((m) => m.code)
              .join(", ")}
            , margin
          </span>
          . Units are checked: money and a count do not add up.
        </p>
        <label htmlFor="own-margin">Margin of a sale before advertising, %</label>
        <InputNumber
          id="own-margin"
          key={offer.margin}
          min={0}
          max={100}
          defaultValue={Math.round(offer.margin * 1000) / 10}
          onBlur={(e) => {
            const margin = Number(e.target.value) / 100;
            if (margin !== offer.margin) void done(setMargin(clientId, margin));
          }}
        />
        <p className="note">Profit is value × margin − spend.</p>
      </div>
    </SideDialog>
  );
}

/** As formulas name it: "Clicks per view" is clicks_per_view. */
export function codeOf(words: string): string {
  return words
    .normalize("NFD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "_")
    .replace(/^[_0-9]+|_+$/g, "")
    .slice(0, 40);
}
