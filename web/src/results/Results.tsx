import { useQuery } from "@tanstack/react-query";
import { Segmented } from "antd";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { creativesQuery } from "../creative/queries";
import { Columns } from "../frame/Columns";
import { count, money, plural, rate } from "../look/format";
import { CampaignList } from "../plan/CampaignList";
import { usePlanAtHand } from "../plan/usePlanAtHand";
import { Line } from "./Line";
import { METRICS, type Figures, type Metric } from "./model";
import { resultsQuery } from "./queries";

const LINE_METRICS = METRICS.filter((m) =>
  ["COST_PER_CONVERSION", "COST_PER_CLICK", "CLICK_RATE", "CONVERSIONS", "SPEND"].includes(m.code),
);

const TITLES = { row: "Row", creative: "Creative", ad: "Ad", day: "Day" } as const;

function FigureCells({ f, currency }: { f: Figures; currency: string }) {
  const cost = (minor: number | null | undefined) => (minor == null ? "–" : money(minor, currency));
  return (
    <>
      <td className="number">{count(f.impressions)}</td>
      <td className="number">{f.reach == null ? "–" : count(f.reach)}</td>
      <td className="number">{count(f.clicks)}</td>
      <td className="number">{f.clickRate == null ? "–" : rate(f.clickRate)}</td>
      <td className="number">{cost(f.costPerClickMinor)}</td>
      <td className="number">{count(f.conversions)}</td>
      <td className="number">{cost(f.costPerConversionMinor)}</td>
      <td className="number">{money(f.spendMinor, currency)}</td>
    </>
  );
}

function Table({
  title,
  lines,
  total,
  currency,
}: {
  title: string;
  lines: { key: string; label: ReactNode; figures: Figures }[];
  total: Figures;
  currency: string;
}) {
  return (
    <table className="lines results" data-testid={`results-${title}`}>
      <thead>
        <tr>
          <th>{title}</th>
          {["Impressions", "Reach", "Clicks", "Click rate", "Per click", "Conv.", "Per conv.", "Spend"].map(
            (h) => (
              <th key={h} className="number">
                {h}
              </th>
            ),
          )}
        </tr>
      </thead>
      <tbody>
        {lines.map((l) => (
          <tr key={l.key}>
            <td>{l.label}</td>
            <FigureCells f={l.figures} currency={currency} />
          </tr>
        ))}
        <tr className="total">
          <td>All</td>
          <FigureCells f={total} currency={currency} />
        </tr>
      </tbody>
    </table>
  );
}

/** What a campaign brought: over time, by row, by creative, by ad. All sums come from the same facts. */
export function Results() {
  const atHand = usePlanAtHand("results");
  const { clientId, planId, campaign, plan, client } = atHand;
  const [metric, setMetric] = useState<Metric>("COST_PER_CONVERSION");
  const [by, setBy] = useState<"row" | "creative" | "ad" | "day">("row");
  const results = useQuery({
    ...resultsQuery(clientId, planId ?? "", campaign?.id ?? ""),
    enabled: !!planId && !!campaign,
    refetchInterval: 10_000,
  });
  const creatives = useQuery(creativesQuery(clientId));
  if (atHand.error) return <p className="empty">{atHand.error.message}</p>;
  if (!client || !atHand.plans) return null;
  const list = plan && (
    <CampaignList
      plan={plan}
      accounts={client.accounts}
      current={campaign?.id}
      onChoose={(c) => atHand.choose(c.id)}
    />
  );
  const data = results.data;
  if (!campaign || !data || data.total.impressions === 0) {
    return (
      <Columns things={list ?? <h3>Campaigns</h3>} title={campaign?.name ?? "Results"}>
        {(!campaign || data) && (
          <div className="empty">
            <h2>No results yet</h2>
            <p>
              Results come once ads are launched, approved and shown. Launch the campaign, then move the
              practice clock at the top by a day.
            </p>
            <Link to={`/c/${clientId}/launch${campaign && planId ? `/${planId}/${campaign.id}` : ""}`}>
              Go to launch
            </Link>
          </div>
        )}
      </Columns>
    );
  }
  const { currency } = data;
  const creativeName = (creativeId: string) =>
    creatives.data?.find((c) => c.creative.id === creativeId)?.creative.name ?? "removed creative";
  const rowName = new Map(data.rows.map((r) => [r.id, r.label]));
  const columnName = new Map(data.columns.map((c) => [c.id, creativeName(c.label)]));
  const lines = {
    row: data.rows.map((r) => ({ key: r.id, label: r.label, figures: r.figures })),
    creative: data.columns.map((c) => ({ key: c.id, label: columnName.get(c.id), figures: c.figures })),
    ad: data.cells.map((c) => ({
      key: `${c.rowId}/${c.columnId}`,
      label: `${rowName.get(c.rowId)} × ${columnName.get(c.columnId)}`,
      figures: c.figures,
    })),
    day: data.days.map((d) => ({ key: d.day, label: d.day, figures: d.figures })),
  }[by];
  const metricWords = METRICS.find((m) => m.code === metric)?.words ?? "";
  return (
    <Columns
      things={list}
      title={campaign.name}
      note={
        <>
          <b>{money(data.total.spendMinor, currency)}</b> spent in {plural(data.days.length, "day")} ·{" "}
          <b>{plural(data.total.conversions, "conversion")}</b> ·{" "}
          <b>
            {data.total.costPerConversionMinor == null
              ? "–"
              : money(data.total.costPerConversionMinor, currency)}
          </b>{" "}
          each
        </>
      }
      actions={<Link to={`/c/${clientId}/plan/${planId}/${campaign.id}?lens=results`}>On the sheet</Link>}
      facts={
        <>
          <h2>All together</h2>
          <dl className="facts-list" style={{ marginTop: 8 }} data-testid="results-facts">
            {[
              ["Impressions", count(data.total.impressions)],
              ["Reach", data.total.reach == null ? "–" : `${count(data.total.reach)} people`],
              ["Seen each", data.total.frequency == null ? "–" : `${data.total.frequency.toFixed(2)} times`],
              ["Clicks", count(data.total.clicks)],
              ["Click rate", data.total.clickRate == null ? "–" : rate(data.total.clickRate)],
              ["Conversions", count(data.total.conversions)],
              ["Spend", money(data.total.spendMinor, currency)],
            ].map(([words, value]) => (
              <div key={words}>
                <dt>{words}</dt>
                <dd>
                  <b>{value}</b>
                </dd>
              </div>
            ))}
          </dl>
          <p className="note">
            Reach counts different people, so rows and creatives do not add up to it: the same person can be
            in two. Everything else adds up. Days are account days.
          </p>
        </>
      }
    >
      <div
        style={{ display: "flex", justifyContent: "space-between", alignItems: "center", marginBottom: 4 }}
      >
        <h2>{metricWords} by day</h2>
        <Segmented<Metric>
          size="small"
          aria-label="Number over time"
          options={LINE_METRICS.map((m) => ({ value: m.code, label: m.words }))}
          value={metric}
          onChange={setMetric}
        />
      </div>
      <Line days={data.days} metric={metric} words={metricWords} currency={currency} />
      <div style={{ margin: "14px 0 6px" }}>
        <Segmented
          size="small"
          aria-label="Numbers by"
          options={[
            { value: "row", label: "By row" },
            { value: "creative", label: "By creative" },
            { value: "ad", label: "By ad" },
            { value: "day", label: "By day" },
          ]}
          value={by}
          onChange={setBy}
        />
      </div>
      <Table title={TITLES[by]} lines={lines} total={data.total} currency={currency} />
    </Columns>
  );
}
