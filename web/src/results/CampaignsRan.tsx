import { useQuery } from "@tanstack/react-query";
import type { CSSProperties } from "react";
import { Link, useSearchParams } from "react-router";
import type { Schemas } from "../api/client";
import { paceQuery } from "../api/results";
import { CampaignKind } from "../look/CampaignKind";
import { networkColour } from "../look/theme";
import { takenAlong } from "./model";
import { Pace } from "./Pace";

/** Every campaign that ran, whatever plan it is of, with its money against plan; the look is taken along. */
export function CampaignsRan(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  current: string | undefined;
}) {
  const ran = useQuery(paceQuery(props.clientId)).data ?? [];
  const [search] = useSearchParams();
  const look = takenAlong(search).toString();
  if (ran.length === 0) return null;
  return (
    <>
      <h3>Campaigns that ran, {ran.length}</h3>
      {ran.map((c) => {
        const account = props.accounts.find((a) => a.id === c.accountId);
        return (
          <Link
            key={c.campaignId}
            className={`thing ${c.campaignId === props.current ? "on" : ""}`}
            style={{ "--edge": networkColour(account?.network) } as CSSProperties}
            title={`In the plan ${c.plan}`}
            to={{ pathname: `/c/${props.clientId}/results/${c.planId}/${c.campaignId}`, search: look }}
          >
            <b>{c.name}</b>
            <CampaignKind
              temperature={c.temperature}
              purpose={c.purpose}
              networkName={account?.networkName}
            />
            <Pace pace={c.pace} currency={c.currency} />
          </Link>
        );
      })}
    </>
  );
}
