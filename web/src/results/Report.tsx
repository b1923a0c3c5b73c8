import "./results.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useParams, useSearchParams } from "react-router";
import { deskQuery } from "../api/clients";
import { offerOfResults } from "../api/results";
import { day } from "../look/format";
import { Line } from "./Line";
import { figure, overDays, titled, usualColumns, type Offer, type ResultLine } from "./model";
import { tableQuery, type Question } from "./queries";

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
  const offer = useQuery(offerOfResults(clientId));
  const campaign = search.get("campaign");
  const scope: Omit<Question, "by"> = {
    from: search.get("from"),
    to: search.get("to"),
    campaignIds: campaign ? [campaign] : [],
    temperature: null,
  };
  const byDay = useQuery(tableQuery(clientId, { ...scope, by: ["DAY"] }));
  if (!desk.data || !offer.data || !byDay.data) return null;
  const { totals, lines, from, to } = byDay.data;
  const metric = offer.data.metrics.find((m) => m.code === (search.get("number") ?? "conversions"));
  const currency = totals[0]?.currency ?? "EUR";
  return (
    <article className="report">
      <header>
        <h1>{desk.data.client.name}</h1>
        <p>
          Results from {from ? day(from) : "–"} to {to ? day(to) : "–"} · Withy &amp; Oar
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
            days={overDays(lines, currency, metric.code)}
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
        Days are days of the account. Reach counts different people and is not added, so it is not shown here.
      </footer>
    </article>
  );
}

function columnsOf(offer: Offer) {
  return usualColumns(offer, []).flatMap((code) => offer.metrics.find((m) => m.code === code) ?? []);
}

function Sums({ offer, total }: { offer: Offer; total: ResultLine }) {
  return (
    <dl className="report-sums">
      {columnsOf(offer).map((m) => (
        <div key={m.code}>
          <dt>{titled(m.words)}</dt>
          <dd>{figure(m, total.values[m.code], total.currency)}</dd>
        </div>
      ))}
    </dl>
  );
}

function Part(props: { clientId: string; offer: Offer; question: Question; words: string }) {
  const table = useQuery(tableQuery(props.clientId, props.question));
  const columns = columnsOf(props.offer);
  return (
    <section>
      <h2>{props.words}</h2>
      <table className="lines results">
        <thead>
          <tr>
            <th />
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
