import type { CSSProperties } from "react";
import type { Schemas } from "../../api/client";
import { CampaignKind } from "../../look/CampaignKind";
import { blockers } from "../../look/Findings";
import { money, plural } from "../../look/format";
import { networkColour } from "../../look/theme";
import type { Campaign } from "../model";

/** Campaigns of a plan as strips; the same on Plan, Launch and Results. */
export function CampaignList({
  plan,
  accounts,
  current,
  onChoose,
}: {
  plan: Schemas["PlanView"];
  accounts: Schemas["AccountView"][];
  current: string | undefined;
  onChoose: (campaign: Campaign) => void;
}) {
  return (
    <>
      <h3>Campaigns, {plan.campaigns.length}</h3>
      {plan.campaigns.map((c) => {
        const account = accounts.find((a) => a.id === c.accountId);
        const blocked = blockers(c.findings);
        return (
          <button
            key={c.id}
            className={`thing ${c.id === current ? "on" : ""}`}
            style={{ "--edge": networkColour(account?.network) } as CSSProperties}
            onClick={() => onChoose(c)}
          >
            <b>{c.name}</b>
            <CampaignKind
              temperature={c.temperature}
              purpose={c.purpose}
              networkName={account?.networkName}
            />
            <div className="note">
              <span>{plural(c.ads, "ad")}</span>
              <span>{money(c.dailyMinor, c.currency)} a day</span>
            </div>
            {(blocked > 0 || c.live) && (
              <div className="note">
                {c.live && <span style={{ color: "var(--moss)", fontWeight: 600 }}>launched</span>}
                {blocked > 0 && <span className="bad">{plural(blocked, "blocker")}</span>}
              </div>
            )}
          </button>
        );
      })}
    </>
  );
}
