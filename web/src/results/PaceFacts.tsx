import { useQuery } from "@tanstack/react-query";
import { paceQuery } from "../api/results";
import { moment, money } from "../look/format";
import { Pace } from "./Pace";

/** Money of a campaign spent beside what is planned, and of the rows that are off. */
export function PaceFacts({ clientId, campaignId }: { clientId: string; campaignId: string }) {
  const told = useQuery(paceQuery(clientId));
  const of = told.data?.find((p) => p.campaignId === campaignId);
  if (!of) return null;
  const { pace, currency } = of;
  const off = of.rows.filter((r) => r.pace.stand === "SLOW" || r.pace.stand === "FAST");
  return (
    <section className="pace" data-testid="pace">
      <h3>Money against plan</h3>
      <Pace pace={pace} currency={currency} />
      <p className="note">
        {money(pace.dueMinor, currency)} due by {moment(of.until)}; {money(pace.atEndMinor, currency)} of{" "}
        {money(pace.plannedMinor, currency)} at the end if it goes on so.
      </p>
      {off.map((r) => (
        <div key={r.rowId}>
          <span>{r.label}</span>
          <Pace pace={r.pace} currency={currency} />
        </div>
      ))}
    </section>
  );
}
