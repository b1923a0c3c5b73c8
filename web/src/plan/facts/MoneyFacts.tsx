import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { ask, at, versioned } from "../../api/client";
import { day, money, plural } from "../../look/format";
import { PriceSumsDialog } from "../dialogs/PriceSumsDialog";
import type { Campaign } from "../model";
import { Expected } from "./Expected";
import { PeopleOfPlan } from "./PeopleOfPlan";

const calendarQuery = (clientId: string, planId: string, version: number) =>
  versioned(
    ask.queryOptions("get", "/api/clients/{clientId}/plans/{planId}/calendar", at({ clientId, planId })),
    version,
  );

const HEIGHT = 62;

/** Where the plan's money goes: day by day over all campaigns, then campaign by campaign. */
export function MoneyFacts(props: {
  clientId: string;
  planId: string;
  version: number;
  campaigns: Campaign[];
  current: Campaign;
  row: Campaign["rows"][number] | undefined;
  selected: number;
  onSpread: () => void;
}) {
  const { campaigns, current } = props;
  const [reckoning, setReckoning] = useState(false);
  const calendars = useQuery(calendarQuery(props.clientId, props.planId, props.version));
  return (
    <>
      {reckoning && <PriceSumsDialog currency={current.currency} onClose={() => setReckoning(false)} />}
      {props.row && (
        <Expected
          path={{ clientId: props.clientId, planId: props.planId, campaignId: current.id }}
          campaign={current}
          row={props.row}
          version={props.version}
        />
      )}
      <h2>Money of the plan</h2>
      {calendars.data?.map((c) => {
        const most = Math.max(1, ...c.days.map((d) => d.minor));
        const first = c.days[0];
        const last = c.days.at(-1);
        return (
          <figure key={c.currency} className="calendar">
            <figcaption>
              <b>{money(c.totalMinor, c.currency)}</b> in {plural(c.days.length, "day")}, at most{" "}
              {money(most, c.currency)} a day
            </figcaption>
            <svg
              role="img"
              aria-label={`Money a day in ${c.currency}`}
              viewBox={`0 0 ${c.days.length} ${HEIGHT}`}
              preserveAspectRatio="none"
            >
              {c.days.map((d, i) => (
                <rect
                  key={d.date}
                  x={i + 0.06}
                  width={0.88}
                  y={HEIGHT - (d.minor / most) * HEIGHT}
                  height={(d.minor / most) * HEIGHT}
                >
                  <title>{`${day(d.date)}: ${money(d.minor, c.currency)}`}</title>
                </rect>
              ))}
            </svg>
            <div className="note calendar-ends">
              <span>{first && day(first.date)}</span>
              <span>{last && day(last.date)}</span>
            </div>
          </figure>
        );
      })}
      <dl className="facts-list">
        {campaigns.map((c) => (
          <div key={c.id}>
            <dt style={c.id === current.id ? { fontWeight: 600, color: "var(--ink)" } : undefined}>
              {c.name}
            </dt>
            <dd>
              {money(c.dailyMinor, c.currency)} a day
              <div className="note">{money(c.flightMinor, c.currency)} in all</div>
            </dd>
          </div>
        ))}
      </dl>
      <p className="money-doings">
        <Button disabled={props.selected === 0 || current.sharedMinor != null} onClick={props.onSpread}>
          Spread over {plural(props.selected, "row")}… <kbd>M</kbd>
        </Button>
        <Button onClick={() => setReckoning(true)}>Reckon prices…</Button>
      </p>
      <PeopleOfPlan clientId={props.clientId} planId={props.planId} version={props.version} />
    </>
  );
}
