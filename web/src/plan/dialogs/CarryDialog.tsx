import { useQuery } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useState } from "react";
import { ask, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { differencesWords, sentence } from "../../audiences";
import { Dialog } from "../../look/Dialog";
import { money, plural } from "../../look/format";
import { BASIS_WORDS, type Campaign } from "../model";

/** What a copy of the campaign on another account would lose. */
const carriedQuery = (path: CampaignPath, accountId: string) =>
  ask.queryOptions("get", `${CAMPAIGN}/carried`, {
    params: { path: { ...path }, query: { accountId } },
  });

const PART_WORDS: Record<Schemas["Loss"]["part"], string> = {
  OBJECTIVE: "Objective",
  ZONE: "Days are days in",
  MONEY: "Money a row",
  BUDGETING: "Money is given",
  FORMAT: "Format missing",
  PLACEMENTS: "Placements",
  GOAL: "Goal",
  BID: "Bid",
  HOURS: "Hours",
  PACE: "Pace",
  SWITCHES: "Switches",
};

type Loss = Schemas["Loss"];
type Became = Schemas["Became"];

/** The same loss of several rows once, with how many others it concerns. */
function together(losses: Loss[]): [Loss, number][] {
  const found = new Map<string, [Loss, number]>();
  for (const loss of losses) {
    const key = [loss.part, loss.was, loss.becomes].join("|");
    const known = found.get(key);
    found.set(key, known ? [known[0], known[1] + 1] : [loss, 0]);
  }
  return [...found.values()];
}

/** A copy of the campaign on another account; what does not carry over stands first. */
export function CarryDialog(props: {
  path: CampaignPath;
  campaign: Campaign;
  accounts: Schemas["AccountView"][];
  onCopy: (accountId: string) => void;
  onClose: () => void;
}) {
  const { campaign, accounts } = props;
  const others = accounts.filter((a) => a.id !== campaign.accountId);
  const [accountId, setAccountId] = useState(others[0]?.id ?? campaign.accountId);
  const foreseen = useQuery(carriedQuery(props.path, accountId));
  const found = foreseen.data;
  const there = found?.rows.filter((r) => r.label) ?? [];
  const becoming = found?.rows.filter((r) => !r.label || r.of.length > 1 || r.differences.length > 0) ?? [];
  const differing = found ? together(found.losses).length + found.audiences.length : 0;
  return (
    <Dialog
      open
      width={700}
      title={`Copy ${campaign.name} to another account`}
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          disabled={!found}
          onClick={() => {
            props.onCopy(accountId);
            props.onClose();
          }}
        >
          {found ? `Copy to ${found.network}` : "Copy"}
        </Button>
      }
    >
      <Select
        aria-label="Account to copy to"
        style={{ width: 300, marginBottom: 12 }}
        value={accountId}
        options={accounts.map((a) => ({ value: a.id, label: `${a.name}, ${a.networkName}` }))}
        onChange={setAccountId}
      />
      {foreseen.error && <p className="fault">{foreseen.error.message}</p>}
      {found && (
        <>
          <p className="note">
            The copy is called <b>{found.name}</b>: {plural(there.length, "row")},{" "}
            {plural(found.columns, "creative")}, {plural(found.ads, "ad")}, with dates, splits and labels.
          </p>
          <h3>
            {differing === 0 ? "Everything carries over" : `Does not carry over as it is, ${differing}`}
          </h3>
          <div className="to-be">
            {found.audiences.map((a) => (
              <div key={a.name}>
                <span className="carry-part">Audience</span>
                <span className="wide">
                  <b>{a.name}</b>: {found.network} {differencesWords(a.differences)}
                </span>
              </div>
            ))}
            {together(found.losses).map(([l, more]) => (
              <div key={l.part + l.of}>
                <span className="carry-part">{PART_WORDS[l.part]}</span>
                <span className="wide">
                  <b>{more > 0 ? `${l.of} and ${plural(more, "other")}` : l.of}</b>: {l.was}
                  {l.becomes && ` → ${l.becomes}`}
                  {l.part === "FORMAT" && "; its ads are excluded there"}
                </span>
              </div>
            ))}
          </div>
          {becoming.length > 0 && (
            <Becoming
              rows={becoming}
              network={found.network}
              shared={!!found.budgeting.shared}
              basis={found.budgeting.basis}
            />
          )}
        </>
      )}
    </Dialog>
  );
}

/** What rows become that are not as they were: those that are one there, with the money of all, and those left out. */
function Becoming(props: {
  rows: Became[];
  network: string;
  shared: boolean;
  basis: keyof typeof BASIS_WORDS;
}) {
  const left = props.rows.filter((r) => !r.label);
  const joined = props.rows.filter((r) => r.of.length > 1);
  const from = joined.reduce((sum, r) => sum + r.of.length, 0);
  const said = [
    joined.length > 0 && `${plural(from, "row")} become ${joined.length}, with the money of all`,
    left.length > 0 && `${plural(left.length, "row")} left out`,
  ].filter(Boolean);
  return (
    <>
      <h3 className="becoming">{said.length > 0 ? said.join("; ") : "What rows become"}</h3>
      <div className="to-be becoming-rows" role="group" aria-label="What rows become" tabIndex={0}>
        {props.rows.map((r) => (
          <div key={r.of[0]}>
            <span className="wide">
              <b>{r.label || "Left out"}</b>
              {(r.of.length > 1 || r.of[0] !== r.label) && <> from {r.of.join(", ")}</>}
              {r.differences.length > 0 && (
                <span className="note">
                  {" "}
                  {sentence(`${props.network} ${differencesWords(r.differences)}`)}
                </span>
              )}
            </span>
            {r.money && !props.shared && (
              <span className="amount">
                {money(r.money.minor, r.money.currency)} {BASIS_WORDS[props.basis]}
              </span>
            )}
          </div>
        ))}
      </div>
    </>
  );
}
