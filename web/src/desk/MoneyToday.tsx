import { useQuery } from "@tanstack/react-query";
import { day, money } from "../look/format";
import { todayQuery } from "./queries";

/** What was spent today against what all that runs may spend in the whole day, with a mark at the time of day. */
export function MoneyToday({ clientId }: { clientId: string }) {
  const today = useQuery({ ...todayQuery(clientId), refetchInterval: 30_000 });
  if (!today.data?.length) return null;
  return (
    <section className="money-today" data-testid="money-today">
      {today.data.map((m) => {
        const of = (minor: number) => `${Math.min(100, (100 * minor) / Math.max(1, m.plannedMinor))}%`;
        return (
          <div key={m.currency}>
            <span className="note">Money on {day(m.day)}</span>
            <b>{money(m.spentMinor, m.currency)}</b>
            <span
              className="today-bar"
              role="img"
              aria-label={`${money(m.spentMinor, m.currency)} spent of ${money(m.plannedMinor, m.currency)} planned, ${Math.round(m.passed * 100)} % of the day passed`}
            >
              <i style={{ width: of(m.spentMinor) }} />
              <u style={{ left: `${100 * m.passed}%` }} />
            </span>
            <span>of {money(m.plannedMinor, m.currency)}</span>
            <span className="note">{Math.round(m.passed * 100)} % of that day passed when reports end</span>
          </div>
        );
      })}
    </section>
  );
}
