import "./results.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useParams, useSearchParams } from "react-router";
import { deskQuery } from "../api/clients";
import { agencyQuery } from "../api/session";
import { offerOfResults } from "../api/results";
import { OnPaper } from "../look/Dressed";
import { count, day } from "../look/format";
import { numbersOf } from "./columns";
import { Line } from "./Line";
import {
  comingWords,
  eachCosts,
  figure,
  overDays,
  titled,
  usualColumns,
  type Offer,
  type ResultLine,
} from "./model";
import { tableQuery, type Question } from "./queries";
import { Waiting } from "../frame/Waiting";

const TABLES = [
  { by: "CAMPAIGN", words: "By campaign" },
  { by: "AUDIENCE", words: "By audience" },
  { by: "CREATIVE", words: "By creative" },
] as const;

/** A plain page of what came back, for the client to read; printed, it is the report on paper or as PDF. */
export function Report() {
  const { clientId = "" } = useParams();
  const [search] = useSearchParams();
  const desk = useQuery(deskQuery(clientId));
  const agency = useQuery(agencyQuery);
  const offer = useQuery(offerOfResults(clientId));
  const campaign = search.get("campaign");
  const scope: Omit<Question, "by"> = {
    from: search.get("from"),
    to: search.get("to"),
    campaignIds: campaign ? [campaign] : [],
    temperature: null,
  };
  const byDay = useQuery(tableQuery(clientId, { ...scope, by: ["DAY"] }));
  if (!desk.data || !offer.data || !byDay.data) return <Waiting on={[desk, offer, byDay]} />;
  const { totals, lines, from, to } = byDay.data;
  const seekOne = totals.every((t) => t.sought.length === 1);
  const shown = search.get("number") ?? (seekOne ? "results" : "spend");
  const metric = offer.data.metrics.find((m) => m.code === shown);
  const currency = totals[0]?.currency ?? "EUR";
  return (
    <OnPaper>
      <article
        className="report"
        style={{ "--agency": agency.data?.colour, "--accent": agency.data?.accent } as React.CSSProperties}
      >
        <header>
          <p className="report-by">{agency.data?.name}</p>
          <h1>{desk.data.client.name}</h1>
          <p>
            Results from {from ? day(from) : "–"} to {to ? day(to) : "–"}
          </p>
          <Button className="not-printed" onClick={() => window.print()}>
            Print or save as PDF
          </Button>
        </header>
        {totals.map((t) => (
          <Sums key={t.currency} offer={offer.data} total={t} />
        ))}
        {metric && (
          <>
            <h2>{titled(metric.words)} by day</h2>
            <Line
              days={overDays(lines, currency, metric)}
              metric={metric}
              currency={currency}
              begun={offer.data.begun}
            />
          </>
        )}
        {TABLES.map((t) => (
          <Part
            key={t.by}
            clientId={clientId}
            offer={offer.data}
            question={{ ...scope, by: [t.by] }}
            words={t.words}
          />
        ))}
        <footer>
          Days are days of the account. Reach counts different people and is not added, so it is not shown
          here.
        </footer>
      </article>
    </OnPaper>
  );
}

const OF_RESULTS = new Set(["results", "cost_per_result"]);

function columnsOf(offer: Offer) {
  return usualColumns(offer, []).flatMap((code) => offer.metrics.find((m) => m.code === code) ?? []);
}

/** What was spent and shown, and each kind of result that was sought, by its name. */
function Sums({ offer, total }: { offer: Offer; total: ResultLine }) {
  const plain = columnsOf(offer).filter((m) => !OF_RESULTS.has(m.code));
  return (
    <dl className="report-sums">
      {plain.map((m) => (
        <div key={m.code}>
          <dt>{titled(m.words)}</dt>
          <dd>{figure(m, total.values[m.code], total.currency)}</dd>
        </div>
      ))}
      {total.sought.map((s) => (
        <div key={s.code}>
          <dt>{titled(s.words)}, sought</dt>
          <dd>{count(s.count)}</dd>
          <dd className="note">{eachCosts(s, total.currency) || "none yet"}</dd>
          {s.coming && <dd className="note">{comingWords(s.coming)}</dd>}
        </div>
      ))}
    </dl>
  );
}

function Part(props: { clientId: string; offer: Offer; question: Question; words: string }) {
  const columns = columnsOf(props.offer);
  const table = useQuery(tableQuery(props.clientId, props.question, numbersOf(columns)));
  return (
    <section>
      <h2>{props.words}</h2>
      <table className="lines results">
        <thead>
          <tr>
            <th />
            <th>Seeks</th>
            {columns.map((m) => (
              <th key={m.code} className="number">
                {titled(m.words)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.data?.lines.map((l) => (
            <tr key={`${l.currency}${l.keys.join()}`}>
              <td>{l.keys[0] || "none"}</td>
              <td>{l.sought.map((s) => s.words).join(", ")}</td>
              {columns.map((m) => (
                <td key={m.code} className="number">
                  {figure(m, l.values[m.code], l.currency)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
