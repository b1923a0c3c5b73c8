import { useQuery } from "@tanstack/react-query";
import { App, Button, Checkbox, DatePicker, Dropdown, Segmented, Select } from "antd";
import dayjs from "dayjs";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Columns } from "../frame/Columns";
import { money, plural } from "../look/format";
import { CampaignList } from "../plan/CampaignList";
import { usePlanAtHand } from "../plan/usePlanAtHand";
import { Line } from "./Line";
import {
  daysBefore,
  figure,
  keyWords,
  lineKey,
  titled,
  usualColumns,
  type MetricView,
  type Offer,
  type Order,
  type ResultLine,
  type Temperature,
} from "./model";
import { OwnNumbers } from "./OwnNumbers";
import { PaceFacts } from "./PaceFacts";
import { offerOfResults, reachQuery, resultsFile, tableQuery, type Question } from "./queries";
import { ResultsMatrix, ResultsTable } from "./ResultsTable";
import { KeepView, Views } from "./Views";

const QUICK = [
  { value: "ROW", label: "Row" },
  { value: "CREATIVE", label: "Creative" },
  { value: "AD", label: "Ad" },
  { value: "DAY", label: "Day" },
  { value: "age,gender", label: "Age × gender" },
  { value: "placement", label: "Placement" },
];

const BEST = { HIGH: true, NEITHER: true, LOW: false } as const;

/** Columns that a person chose for a client, kept in this browser. */
function keptColumns(clientId: string): string[] | undefined {
  const kept = window.localStorage.getItem(`tidewrack.columns.${clientId}`);
  return kept ? (JSON.parse(kept) as string[]) : undefined;
}

/** What came back: by any token of the names, by time or by the networks' breakdowns, of one campaign or all of a client's. */
export function Results() {
  const atHand = usePlanAtHand("results");
  const { clientId, planId, campaign, plan, client } = atHand;
  const [search, setSearch] = useSearchParams();
  const offer = useQuery(offerOfResults(clientId));
  if (atHand.error) return <p className="empty">{atHand.error.message}</p>;
  if (!client || !atHand.plans || !offer.data) return null;
  const whole = search.get("of") === "all" || !campaign;
  const list = (
    <>
      <button
        className={`thing ${whole ? "on" : ""}`}
        aria-current={whole}
        onClick={() => setSearch({ ...Object.fromEntries(search), of: "all" }, { replace: true })}
      >
        <b>All of {client.name}</b>
        <span className="note">every campaign that ran</span>
      </button>
      <Views clientId={clientId} />
      {plan && (
        <CampaignList
          plan={plan}
          accounts={client.accounts}
          current={whole ? undefined : campaign?.id}
          onChoose={(c) => atHand.choose(c.id)}
        />
      )}
    </>
  );
  if (!offer.data.last) {
    return (
      <Columns things={list} title={campaign?.name ?? "Results"}>
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
      </Columns>
    );
  }
  return (
    <ResultsOf
      key={whole ? "all" : campaign.id}
      {...{ clientId, list }}
      offer={offer.data}
      title={whole ? `All of ${client.name}` : campaign.name}
      campaign={whole ? undefined : campaign}
      sheet={whole ? undefined : `/c/${clientId}/plan/${planId}/${campaign.id}?lens=results`}
    />
  );
}

function ResultsOf(props: {
  clientId: string;
  offer: Offer;
  list: React.ReactNode;
  title: string;
  campaign: { id: string; temperature: Temperature } | undefined;
  sheet: string | undefined;
}) {
  const { clientId, offer, campaign } = props;
  const { message } = App.useApp();
  const [search, setSearch] = useSearchParams();
  const set = (more: Record<string, string | undefined>) =>
    setSearch(
      (now) => {
        for (const [k, v] of Object.entries(more)) {
          if (v === undefined) now.delete(k);
          else now.set(k, v);
        }
        return now;
      },
      { replace: true },
    );
  const by = (search.get("by") ?? (campaign ? "ROW" : "CAMPAIGN")).split(",");
  const from = search.get("from") ?? undefined;
  const to = search.get("to") ?? undefined;
  const temperature = (search.get("temperature") ?? undefined) as Temperature | undefined;
  const [columns, setColumns] = useState(() => keptColumns(clientId));
  const [order, setOrder] = useState<Order>();
  const [chosen, setChosen] = useState<string>();
  const [own, setOwn] = useState(false);

  const scope = useMemo<Omit<Question, "by">>(
    () => ({
      from: from ?? null,
      to: to ?? null,
      campaignIds: campaign ? [campaign.id] : [],
      temperature: temperature ?? null,
    }),
    [from, to, campaign, temperature],
  );
  const question: Question = { ...scope, by };
  const table = useQuery({ ...tableQuery(clientId, question), refetchInterval: 15_000 });
  const byDay = useQuery(tableQuery(clientId, { ...scope, by: ["DAY"] }));

  const earlier = from && to && search.get("beside") === "before" ? daysBefore(from, to) : undefined;
  const before = useQuery({
    ...tableQuery(clientId, { ...question, ...earlier }),
    enabled: !!earlier && by.every((b) => b !== "DAY" && b !== "WEEK"),
  });

  const metricOf = new Map(offer.metrics.map((m) => [m.code, m]));
  const temperatures = campaign ? [campaign.temperature] : temperature ? [temperature] : [];
  const codes = (columns ?? usualColumns(offer, temperatures)).filter(
    (c) => metricOf.has(c) || c === "reach",
  );
  const metrics = codes.flatMap((c) => metricOf.get(c) ?? []);
  const shownCode = search.get("number") ?? "cost_per_conversion";
  const shown = metricOf.get(shownCode) ?? (offer.metrics[0] as MetricView);
  const wantsReach =
    codes.includes("reach") && by.every((b) => offer.tokens.some((t) => t.by === b) || b === "AD");
  const reach = useQuery({ ...reachQuery(clientId, question), enabled: wantsReach });

  const words = (code: string) =>
    [...offer.tokens, ...offer.times, ...offer.breakdowns].find((o) => o.by === code)?.words ?? code;
  const total = table.data?.totals[0];
  const conversions = metricOf.get("conversions");
  const each = metricOf.get("cost_per_conversion");
  const currencies = new Set(byDay.data?.lines.map((l) => l.currency));
  const currency = [...currencies][0] ?? "EUR";
  const days = useMemo(
    () =>
      (byDay.data?.lines ?? [])
        .filter((l) => l.currency === currency)
        .map((l) => ({ day: l.keys[0] ?? "", value: l.values[shown.code] })),
    [byDay.data, currency, shown.code],
  );
  const line = table.data?.lines.find((l) => lineKey(l) === chosen);
  const asMatrix = by.length === 2 && search.get("as") === "field";
  const chooseColumns = (next: string[]) => {
    setColumns(next);
    window.localStorage.setItem(`tidewrack.columns.${clientId}`, JSON.stringify(next));
  };
  const save = async (form: "CSV" | "XLSX" | "JSON") => {
    try {
      const file = await resultsFile(clientId, {
        form,
        table: question,
        metrics: metrics.map((m) => m.code),
      });
      const link = document.createElement("a");
      link.href = URL.createObjectURL(file);
      link.download = `results.${form.toLowerCase()}`;
      link.click();
      URL.revokeObjectURL(link.href);
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  const report = `/c/${clientId}/report?${new URLSearchParams({
    ...(from && { from }),
    ...(to && { to }),
    ...(campaign && { campaign: campaign.id }),
  }).toString()}`;
  const groups = [
    {
      label: "Of the name and the plan",
      options: offer.tokens.map((t) => ({ value: t.by, label: titled(t.words) })),
    },
    { label: "Time", options: offer.times.map((t) => ({ value: t.by, label: titled(t.words) })) },
    {
      label: "As networks break it down",
      options: offer.breakdowns.map((t) => ({ value: t.by, label: titled(t.words) })),
    },
  ];
  return (
    <Columns
      things={props.list}
      title={props.title}
      note={
        total &&
        conversions &&
        each && (
          <>
            {table.data?.totals.map((t) => (
              <b key={t.currency}>{money(t.values["spend"] ?? 0, t.currency)} </b>
            ))}
            spent in {plural(days.length, "day")} ·{" "}
            <b>{figure(conversions, total.values["conversions"], currency)}</b> conversions ·{" "}
            <b>{figure(each, total.values["cost_per_conversion"], currency)}</b> each
          </>
        )
      }
      actions={
        <>
          {props.sheet && <Link to={props.sheet}>On the sheet</Link>}
          <KeepView clientId={clientId} />
          <Dropdown
            menu={{
              items: [
                ...(["CSV", "XLSX", "JSON"] as const).map((f) => ({
                  key: f,
                  label: f,
                  onClick: () => void save(f),
                })),
                { key: "report", label: <Link to={report}>Page for the client, or PDF</Link> },
              ],
            }}
          >
            <Button>Save as…</Button>
          </Dropdown>
        </>
      }
      facts={
        <LineFacts
          line={line ?? total}
          title={line ? line.keys.map((k, i) => keyWords(by[i] ?? "", k)).join(" × ") : "All together"}
          offer={offer}
          onOwn={() => setOwn(true)}
        >
          <PaceFacts clientId={clientId} campaignId={campaign?.id} />
        </LineFacts>
      }
    >
      <div className="results-controls">
        <Segmented
          size="small"
          aria-label="Numbers by"
          options={QUICK}
          value={by.join(",")}
          onChange={(v) => set({ by: v, as: v.includes(",") ? "field" : undefined })}
        />
        <Select
          size="small"
          mode="multiple"
          maxCount={2}
          aria-label="By one or two of"
          className="results-by"
          value={by}
          options={groups}
          showSearch={{ optionFilterProp: "label" }}
          onChange={(v: string[]) => v.length > 0 && set({ by: v.join(",") })}
        />
        {by.length === 2 && (
          <Segmented
            size="small"
            aria-label="Lines or field"
            options={[
              { value: "lines", label: "Lines" },
              { value: "field", label: "Field" },
            ]}
            value={asMatrix ? "field" : "lines"}
            onChange={(v) => set({ as: v === "field" ? "field" : undefined })}
          />
        )}
        <DatePicker.RangePicker
          size="small"
          aria-label="Days"
          allowEmpty={[true, true]}
          value={[from ? dayjs(from) : null, to ? dayjs(to) : null]}
          placeholder={[offer.first ?? "", offer.last ?? ""]}
          onChange={(range) =>
            set({ from: range?.[0]?.format("YYYY-MM-DD"), to: range?.[1]?.format("YYYY-MM-DD") })
          }
        />
        {from && to && (
          <Checkbox
            checked={!!earlier}
            onChange={(e) => set({ beside: e.target.checked ? "before" : undefined })}
          >
            beside the days before
          </Checkbox>
        )}
        {!campaign && (
          <Select
            size="small"
            allowClear
            aria-label="Temperature"
            placeholder="every temperature"
            value={temperature ?? null}
            options={[
              { value: "COLD", label: "cold" },
              { value: "WARM", label: "warm" },
              { value: "RETARGETING", label: "retargeting" },
            ]}
            onChange={(v?: string) => set({ temperature: v })}
          />
        )}
        <Select
          size="small"
          showSearch={{ optionFilterProp: "label" }}
          aria-label="Number drawn"
          style={{ width: 210 }}
          value={shown.code}
          options={offer.metrics.map((m) => ({ value: m.code, label: titled(m.words) }))}
          onChange={(v) => set({ number: v })}
        />
        <Select
          size="small"
          mode="multiple"
          aria-label="Columns"
          className="results-columns"
          maxTagCount={0}
          maxTagPlaceholder={() => plural(codes.length, "column")}
          showSearch={{ optionFilterProp: "label" }}
          value={codes}
          options={[
            ...offer.metrics.map((m) => ({ value: m.code, label: titled(m.words) })),
            { value: "reach", label: "People reached" },
          ]}
          onChange={chooseColumns}
        />
        {columns && (
          <button
            className="link"
            onClick={() => {
              window.localStorage.removeItem(`tidewrack.columns.${clientId}`);
              setColumns(undefined);
            }}
          >
            usual columns
          </button>
        )}
        {currencies.size > 1 && <span className="note">drawn: {currency}; currencies are never added</span>}
      </div>
      {!asMatrix && days.length > 1 && <Line days={days} metric={shown} currency={currency} />}
      {table.data?.mixed && (
        <p className="mixed" role="status">
          Cold and other ads stand together here. Cold ones are judged by click and visit, retargeting by
          lead, sale and return.{" "}
          <button
            className="link"
            onClick={() =>
              set({ by: ["TEMPERATURE", ...by.filter((b) => b !== "TEMPERATURE")].slice(0, 2).join(",") })
            }
          >
            Tell them apart
          </button>
        </p>
      )}
      {table.error && <p className="fault">{table.error.message}</p>}
      {table.data &&
        !table.error &&
        (table.data.lines.length === 0 ? (
          <p className="empty">Nothing ran in these days.</p>
        ) : asMatrix ? (
          <ResultsMatrix
            by={by}
            headings={by.map(words)}
            lines={table.data.lines}
            metric={shown}
            onChoose={(l) => setChosen(lineKey(l))}
          />
        ) : (
          <ResultsTable
            by={by}
            headings={by.map(words)}
            lines={table.data.lines}
            totals={table.data.totals}
            metrics={metrics}
            reach={
              wantsReach && reach.data ? new Map(reach.data.map((r) => [lineKey(r), r.people])) : undefined
            }
            shown={shown}
            before={
              earlier && before.data ? new Map(before.data.lines.map((l) => [lineKey(l), l])) : undefined
            }
            order={order}
            onOrder={(code) =>
              setOrder((now) =>
                now?.code === code
                  ? { code, down: !now.down }
                  : { code, down: BEST[metricOf.get(code)?.better ?? "HIGH"] },
              )
            }
            chosen={chosen}
            onChoose={(l) => setChosen(lineKey(l))}
          />
        ))}
      {own && <OwnNumbers {...{ clientId, offer }} onClose={() => setOwn(false)} />}
    </Columns>
  );
}

/** Every number of one line that has a value. */
function LineFacts(props: {
  line: ResultLine | undefined;
  title: string;
  offer: Offer;
  onOwn: () => void;
  children: React.ReactNode;
}) {
  const { line, offer } = props;
  return (
    <>
      {props.children}
      <h2 style={{ overflowWrap: "anywhere" }}>{props.title}</h2>
      <dl className="facts-list numbers" style={{ marginTop: 8 }} data-testid="results-facts">
        {line &&
          offer.metrics
            .filter((m) => (line.values[m.code] ?? 0) !== 0)
            .map((m) => (
              <div key={m.code}>
                <dt>{titled(m.words)}</dt>
                <dd>
                  <b>{figure(m, line.values[m.code], line.currency)}</b>
                </dd>
              </div>
            ))}
      </dl>
      {line?.resultsMixed && (
        <p className="note">Its ads seek different results, so results are not added here.</p>
      )}
      <p>
        <button className="link" onClick={props.onOwn}>
          Numbers of your own, margin…
        </button>
      </p>
      <p className="note">
        Reach counts different people, so lines do not add up to it. Everything else adds up. Days are account
        days.
      </p>
    </>
  );
}
