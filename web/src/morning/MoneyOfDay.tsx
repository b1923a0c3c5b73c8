import "./morning.css";
import type { Schemas } from "../api/client";
import { day, money } from "../look/format";

/** What was spent today against what all that runs may spend in the whole day, with a mark at the time of day. */
export function MoneyOfDay({ of, brief = false }: { of: Schemas["MoneyToday"][]; brief?: boolean }) {
  if (of.length === 0) return null;
  return (
    <div className={brief ? "money-today brief" : "money-today"} data-testid="money-today">
      {of.map((m) => {
        const part = `${Math.min(100, (100 * m.spentMinor) / Math.max(1, m.plannedMinor))}%`;
        const passed = `${Math.round(m.passed * 100)} % of that day passed when reports end`;
        const words = `${money(m.spentMinor, m.currency)} spent of ${money(m.plannedMinor, m.currency)} planned, ${passed}`;
        return (
          <div key={m.currency}>
            {!brief && <span className="note">Money on {day(m.day)}</span>}
            <b>{money(m.spentMinor, m.currency)}</b>
            <span className="today-bar" role="img" aria-label={words} title={`${day(m.day)}: ${words}`}>
              <i style={{ width: part }} />
              <u style={{ left: `${100 * m.passed}%` }} />
            </span>
            <span>of {money(m.plannedMinor, m.currency)}</span>
            {!brief && <span className="note">{passed}</span>}
          </div>
        );
      })}
    </div>
  );
}
