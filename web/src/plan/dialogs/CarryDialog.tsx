import { useQuery } from "@tanstack/react-query";
import { Button, Modal, Select } from "antd";
import { useState } from "react";
import { ask, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { differencesWords } from "../../audiences";
import { plural } from "../../look/format";
import type { Campaign } from "../model";

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
  AUDIENCE: "Row left out",
  FORMAT: "Format missing",
  PLACEMENTS: "Placements",
  GOAL: "Goal",
  BID: "Bid",
  HOURS: "Hours",
  PACE: "Pace",
  SWITCHES: "Switches",
};

type Loss = Schemas["Loss"];

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
  const differing = found ? together(found.losses).length + found.audiences.length : 0;
  return (
    <Modal
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
          <p className="note">
            Carries over: {plural(found.rows, "row")}, {plural(found.columns, "creative")},{" "}
            {plural(found.ads, "ad")}, dates, splits and labels. Checks of {found.network} look at the copy at
            once.
          </p>
        </>
      )}
    </Modal>
  );
}
