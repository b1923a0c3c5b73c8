import "./results.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState, type ReactNode, Fragment } from "react";
import { Link, useSearchParams } from "react-router";
import { askAgain, type CampaignPath, type Schemas } from "../api/client";
import { offerOfResults, paceQuery } from "../api/results";
import { Columns } from "../frame/Columns";
import { usePlanAtHand } from "../frame/usePlanAtHand";
import { day, money, plural } from "../look/format";
import { Apart } from "./Apart";
import { Aspects } from "./Aspects";
import { Aside } from "./Aside";
import { Bars } from "./Bars";
import { CampaignsRan } from "./CampaignsRan";
import { numbersOf } from "./columns";
import { Line } from "./Line";
import { LookBar } from "./LookBar";
import {
  PEOPLE,
  figure,
  keyWords,
  lineKey,
  overDays,
  takenAlong,
  titled,
  soughtWords,
  usualColumns,
  wholeWords,
  type MetricView,
  type Offer,
  type Order,
  type ResultLine,
  type Temperature,
} from "./model";
import { NextCampaign } from "./NextCampaign";
import { OwnNumbers } from "./OwnNumbers";
import { PaceFacts } from "./PaceFacts";
import { lineQuery, reachQuery, tableQuery, weekQuery } from "./queries";
import { ResultsMatrix, ResultsTable } from "./ResultsTable";
import { SaveAs } from "./SaveAs";
import { useLook } from "./useLook";
import { KeepView, Views } from "./Views";
import { Changes } from "../frame/Editable";
import { Waiting } from "../frame/Waiting";

/** What came back: by any token of the names, by time or by the networks' breakdowns, of one campaign or all of a client's. */
export function Results() {
  const atHand = usePlanAtHand("results");
  const { clientId, planId, campaign, client } = atHand;
  const [search, setSearch] = useSearchParams();
  const offer = useQuery(offerOfResults(clientId));
  if (!client || !atHand.settled || !offer.data) return <Waiting on={[atHand, offer]} />;
  const whole = search.get("of") === "all" || !campaign;
  const list = (
    <>
      <Aspects clientId={clientId} />
      <button
        className={`thing ${whole ? "on" : ""}`}
        aria-current={whole}
        onClick={() => setSearch({ ...Object.fromEntries(takenAlong(search)), of: "all" }, { replace: true })}
      >
        <b>All of {client.name}</b>
        <span className="note">every campaign that ran</span>
      </button>
      <Aside clientId={clientId} />
      <Views clientId={clientId} />
      <CampaignsRan
        clientId={clientId}
        accounts={client.accounts}
        current={whole ? undefined : campaign.id}
      />
    </>
  );
  if (!whole && atHand.account?.byHand) {
    return (
      <Columns looking things={list} title={campaign.name}>
        <div className="empty">
          <h2>Nothing is reported here</h2>
          <p>{atHand.account.networkName} has no connector: what the campaign brings stands there.</p>
        </div>
      </Columns>
    );
  }
  if (!offer.data.last) {
    return (
      <Columns looking things={list} title={campaign?.name ?? "Results"}>
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
      path={whole || !planId ? undefined : { clientId, planId, campaignId: campaign.id }}
      sheet={whole ? undefined : `/c/${clientId}/plan/${planId}/${campaign.id}?lens=results`}
    />
  );
}

const HIGH_FIRST = { HIGH: true, NEITHER: true, LOW: false } as const;

/** Milliseconds after which results on the screen are asked for again. */
const OFTEN = 15_000;

const columnsKey = (clientId: string) => `tidewrack.columns.${clientId}`;

/** Columns that a person chose for a client, kept in this browser. */
function keptColumns(clientId: string): string[] | undefined {
  const kept = window.localStorage.getItem(columnsKey(clientId));
  return kept ? (JSON.parse(kept) as string[]) : undefined;
}

function ResultsOf(props: {
  clientId: string;
  offer: Offer;
  list: ReactNode;
  title: string;
  campaign: { id: string; temperature: Temperature } | undefined;
  sheet: string | undefined;
  path: CampaignPath | undefined;
}) {
  const { clientId, offer, campaign } = props;
  const { look, set } = useLook(campaign?.id);
  const { by, question } = look;
  const [columns, setColumns] = useState(() => keptColumns(clientId));
  const [order, setOrder] = useState<Order>();
  const [chosen, setChosen] = useState<string>();
  const [own, setOwn] = useState(false);
  const queries = useQueryClient();

  const ranges =
    look.other?.from && look.other.to && !look.other.campaignIds?.some((c) => c !== campaign?.id);
  const metricOf = new Map(offer.metrics.map((m) => [m.code, m]));
  const temperature = campaign?.temperature ?? look.temperature;
  // The number that is drawn comes first, so that it is in sight however many columns there are.
  const codes = [
    ...new Set([look.number, ...(columns ?? usualColumns(offer, temperature ? [temperature] : []))]),
  ].filter((c) => metricOf.has(c) || PEOPLE.some((p) => p.code === c));
  const metrics = codes.flatMap((c) => metricOf.get(c) ?? []);
  const shown = metricOf.get(look.number) ?? (offer.metrics[0] as MetricView);
  const peopleColumns = by.every((b) => offer.tokens.some((t) => t.by === b) || b === "AD")
    ? PEOPLE.filter((p) => codes.includes(p.code))
    : [];
  const reach = useQuery({ ...reachQuery(clientId, question), enabled: peopleColumns.length > 0 });
  const told = numbersOf([shown, ...metrics]);
  const table = useQuery({
    ...tableQuery(clientId, question, told, shown.code),
    refetchInterval: OFTEN,
  });
  const byDay = useQuery(tableQuery(clientId, { ...look.scope, by: ["DAY"] }, told));
  const other = useQuery({
    ...tableQuery(clientId, look.other ?? question, told),
    enabled: !!look.other,
  });
  const otherByDay = useQuery({
    ...tableQuery(clientId, { ...(look.other ?? question), by: ["DAY"] }, told),
    enabled: !!look.other,
  });
  const all = useQuery({ ...tableQuery(clientId, { ...look.scope, by: [] }), refetchInterval: OFTEN });
  const ran = useQuery(paceQuery(clientId));

  const week = useQuery({
    ...weekQuery(clientId, {
      table: { ...look.scope, by: [] },
      metric: shown.code,
      besideFrom: (ranges && look.other?.from) || null,
      besideTo: (ranges && look.other?.to) || null,
    }),
    enabled: !look.asField && !look.asBars,
  });
  // Until what is asked now is told, what was told before stands as it was asked.
  const toldBy = table.data?.by ?? by;
  const currencies = [...new Set(byDay.data?.lines.map((l) => l.currency))];
  const currency = currencies[0] ?? "EUR";
  const days = useMemo(() => overDays(byDay.data?.lines, currency, shown), [byDay.data, currency, shown]);
  const besideDays = useMemo(
    () =>
      look.other && overDays(otherByDay.data?.lines, currency, shown).filter((d) => d.day !== offer.begun),
    [look.other, otherByDay.data, currency, shown, offer.begun],
  );
  const beside = useMemo(() => {
    if (!look.other || !other.data || other.data.by.join() !== toldBy.join()) return undefined;
    const { lines, totals, from, to } = other.data;
    const campaignName = ran.data?.find((c) => c.campaignId === look.beside)?.name;
    return { lines, totals, words: campaignName ?? `${from ? day(from) : "–"} to ${to ? day(to) : "–"}` };
  }, [look, other.data, ran.data, toldBy]);
  const drawn = !look.asField && !look.asBars && days.length > 1;
  const hasValue = days.some((d) => d.value !== undefined);
  const words = (code: string) =>
    [...offer.tokens, ...offer.times, ...offer.breakdowns].find((o) => o.by === code)?.words ?? code;
  // A number that somebody else has taken out is asked for no more.
  useEffect(() => {
    if (table.error) void askAgain(queries, "/api/clients/{clientId}/results/offer");
  }, [queries, table.error]);
  const line = table.data?.lines.find((l) => lineKey(l) === chosen);
  const whole = useQuery({
    ...lineQuery(clientId, question, line ? [line.currency, ...line.keys] : []),
    enabled: !!line && !table.isPlaceholderData,
  });
  const choose = (l: ResultLine) => setChosen((now) => (now === lineKey(l) ? undefined : lineKey(l)));
  const chooseColumns = (next: string[] | undefined) => {
    setColumns(next);
    if (next) window.localStorage.setItem(columnsKey(clientId), JSON.stringify(next));
    else window.localStorage.removeItem(columnsKey(clientId));
  };
  return (
    <Columns
      looking
      things={props.list}
      title={props.title}
      note={<Summary totals={table.data?.totals ?? []} days={days.length} />}
      actions={
        <>
          {props.path && <NextCampaign path={props.path} />}
          <KeepView clientId={clientId} />
        </>
      }
      looks={
        <>
          {props.sheet && <Link to={props.sheet}>On the sheet</Link>}
          <SaveAs
            {...{ clientId, look }}
            campaignId={campaign?.id}
            metrics={[...metrics, ...peopleColumns].map((m) => m.code)}
          />
        </>
      }
      facts={
        <LineFacts
          line={
            line ? (whole.data && lineKey(whole.data) === chosen ? whole.data : line) : all.data?.totals[0]
          }
          title={line ? line.keys.map((k, i) => keyWords(toldBy[i] ?? "", k)).join(" × ") : "All together"}
          offer={offer}
          onOwn={() => setOwn(true)}
        >
          {line && table.data ? (
            <Apart {...{ clientId, question, line }} metric={shown} lines={table.data.lines} />
          ) : (
            campaign && <PaceFacts clientId={clientId} campaignId={campaign.id} />
          )}
        </LineFacts>
      }
    >
      <LookBar
        {...{ clientId, offer, look, set }}
        campaignId={campaign?.id}
        columns={codes}
        onColumns={chooseColumns}
        onUsual={columns && (() => chooseColumns(undefined))}
      />
      {currencies.length > 1 && <p className="note">Drawn in {currency}; currencies are never added.</p>}
      {look.asBars && table.data && (
        <Bars by={toldBy} currency={currency} lines={table.data.lines} metric={shown} />
      )}
      {drawn && !hasValue && (
        <p className="mixed" role="status">
          {titled(shown.words)} has no value on any of these days
          {table.data?.totals.some((t) => t.sought.length > 1) &&
            ": the ads here seek different results, which are not added. Choose another number, or a campaign"}
          .
        </p>
      )}
      {drawn && hasValue && (
        <Line
          {...{ days, currency }}
          metric={shown}
          begun={offer.begun}
          week={week.data?.told}
          {...(besideDays && { beside: besideDays })}
        />
      )}
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
      {table.data?.lines.length === 0 && <p className="empty">Nothing ran in these days.</p>}
      {table.data &&
        !table.error &&
        table.data.lines.length > 0 &&
        (look.asField ? (
          <ResultsMatrix
            by={toldBy}
            headings={toldBy.map(words)}
            lines={table.data.lines}
            metric={shown}
            onChoose={choose}
          />
        ) : (
          <ResultsTable
            by={toldBy}
            headings={toldBy.map(words)}
            lines={table.data.lines}
            totals={table.data.totals}
            metrics={metrics}
            peopleColumns={peopleColumns}
            reach={reach.data}
            beside={beside}
            shown={shown}
            order={order}
            onOrder={(code) =>
              setOrder((now) =>
                now?.code === code
                  ? { code, down: !now.down }
                  : { code, down: HIGH_FIRST[metricOf.get(code)?.better ?? "HIGH"] },
              )
            }
            chosen={chosen}
            onChoose={choose}
            begun={offer.begun}
          />
        ))}
      {own && <OwnNumbers {...{ clientId, offer }} onClose={() => setOwn(false)} />}
    </Columns>
  );
}

/** What was spent and what for, in each currency. */
function Summary(props: { totals: readonly ResultLine[]; days: number }) {
  return props.totals.map((t) => (
    <div key={t.currency} className="result-sums">
      <b>{money(t.values["spend"] ?? 0, t.currency)}</b> spent in {plural(props.days, "day")}
      {soughtWords(t).map((words) => (
        <Fragment key={words}> · {words}</Fragment>
      ))}
    </div>
  ));
}

/** Every number of one line that has a value. */
function LineFacts(props: {
  line: Schemas["Line"] | undefined;
  title: string;
  offer: Offer;
  onOwn: () => void;
  children: ReactNode;
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
                  {wholeWords(m, line) && <div className="note soon">{wholeWords(m, line)}</div>}
                </dd>
              </div>
            ))}
      </dl>
      {line && line.sought.length > 1 && (
        <p className="note">Its ads seek different results, so results are not added here.</p>
      )}
      <Changes>
        <p>
          <button className="link" onClick={props.onOwn}>
            Numbers of your own, margin…
          </button>
        </p>
      </Changes>
      <p className="note">
        Reach counts different people, so lines do not add up to it. Everything else adds up. Days are account
        days.
      </p>
    </>
  );
}
