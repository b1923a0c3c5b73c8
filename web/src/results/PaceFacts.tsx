import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { moment, money } from "../look/format";
import { paceQuery } from "./queries";

type CampaignPace = Schemas["CampaignPace"];

const STAND_WORDS = {
  TOO_EARLY: "too early to say",
  ON_PACE: "on pace",
  SLOW: "slow",
  FAST: "fast",
} as const;

/** Money spent beside money planned: of one campaign with its rows, or of every campaign. */
export function PaceFacts({ clientId, campaignId }: { clientId: string; campaignId: string | undefined }) {
  const told = useQuery(paceQuery(clientId));
  const paces = (told.data ?? []).filter((p) => !campaignId || p.campaignId === campaignId);
  if (paces.length === 0) return null;
  const one = campaignId ? paces[0] : undefined;
  return (
    <section className="pace" data-testid="pace">
      <h3>Money against plan</h3>
      {one ? (
        <OfCampaign pace={one} />
      ) : (
        paces.map((p) => (
          <div key={p.campaignId}>
            <Link to={`/c/${clientId}/results/${p.planId}/${p.campaignId}`}>{p.name}</Link>
            <Bar pace={p.pace} currency={p.currency} />
          </div>
        ))
      )}
    </section>
  );
}

function OfCampaign({ pace }: { pace: CampaignPace }) {
  const { currency } = pace;
  const off = pace.rows.filter((r) => r.pace.stand === "SLOW" || r.pace.stand === "FAST");
  return (
    <>
      <Bar pace={pace.pace} currency={currency} />
      <p className="note">
        {money(pace.pace.dueMinor, currency)} due by {moment(pace.until)};{" "}
        {money(pace.pace.atEndMinor, currency)} of {money(pace.pace.plannedMinor, currency)} at the end if it
        goes on so.
      </p>
      {off.map((r) => (
        <div key={r.rowId}>
          <span>{r.label}</span>
          <Bar pace={r.pace} currency={currency} />
        </div>
      ))}
    </>
  );
}

/** What was spent as a bar in the planned money, with a mark where it should be by now. */
function Bar({ pace, currency }: { pace: Schemas["PaceView"]; currency: string }) {
  const of = (minor: number) => `${Math.min(100, (100 * minor) / Math.max(1, pace.plannedMinor))}%`;
  return (
    <div className={`pace-line ${pace.stand.toLowerCase()}`}>
      <span
        className="pace-bar"
        role="img"
        aria-label={`${money(pace.spentMinor, currency)} spent, ${money(pace.dueMinor, currency)} due`}
      >
        <i style={{ width: of(pace.spentMinor) }} />
        <u style={{ left: of(pace.dueMinor) }} />
      </span>
      <b className="number">{money(pace.spentMinor, currency)}</b>
      <span>{STAND_WORDS[pace.stand]}</span>
    </div>
  );
}
