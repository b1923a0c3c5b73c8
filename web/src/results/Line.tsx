import { useMemo } from "react";
import { type Schemas } from "../api/client";
import { day, plural } from "../look/format";
import { useColours } from "../look/look";
import { useChart } from "../look/useChart";
import { axisText, drawn, figure, type MetricView, type OfDay, type Whole } from "./model";

/**
 * One number over account days; where more is still to come, what it will be stands over it, with the band it lies in.
 *
 * @param week what days of the week are like; unusual days are ringed
 * @param begun the day that has not ended: its point is hollow and its way there broken
 * @param beside the number on the days that these stand beside, one after the other
 */
export function Line(props: {
  days: readonly OfDay[];
  metric: MetricView;
  currency: string;
  begun?: string | null | undefined;
  week?: Week | null | undefined;
  beside?: readonly OfDay[];
}) {
  const { days, metric, currency, begun, beside, week } = props;
  const colours = useColours();
  const option = useMemo(() => {
    const points = days.map((d) => drawn(metric, d.value, currency));
    const fresh = days.map((d, i) => (d.whole ? d : days[i + 1]?.whole ? { ...d, whole: sure(d.value) } : d));
    const at = (of: keyof Whole) => fresh.map((d) => drawn(metric, d.whole?.[of], currency));
    const [low, high] = [at("low"), at("high")];
    const unusual = new Map(week?.unusual.map((u) => [u.day, u]));
    const last = days.at(-1)?.day === begun ? days.length - 1 : -1;
    return {
      grid: { left: 8, right: 16, top: 14, bottom: 4, containLabel: true },
      tooltip: {
        trigger: "axis",
        formatter: (items: { dataIndex: number }[]) => {
          const at = days[items[0]?.dataIndex ?? 0];
          if (!at) return "";
          const other = beside?.[items[0]?.dataIndex ?? 0];
          return [
            `${day(at.day)}${at.day === begun ? ", so far" : ""}<br><b>${figure(metric, at.value, currency)}</b>`,
            at.whole && `<br>${onceIn(metric, at, currency)}`,
            unusual.has(at.day) && `<br>${unusualWords(metric, unusual.get(at.day), currency)}`,
            other && `<br>${day(other.day)}<br>${figure(metric, other.value, currency)}`,
          ].join("");
        },
      },
      xAxis: {
        type: "category",
        boundaryGap: false,
        data: days.map((d) => day(d.day)),
        axisLine: { lineStyle: { color: colours.lineStrong } },
        axisLabel: { color: colours.muted },
        axisTick: { show: false },
      },
      yAxis: {
        type: "value",
        min: metric.code === "profit" ? undefined : 0,
        splitLine: { lineStyle: { color: colours.line } },
        axisLabel: { color: colours.muted, formatter: (v: number) => axisText(metric, v, currency) },
      },
      series: [
        {
          type: "line",
          data: points.map((v, i) => (i === last ? null : v)),
          lineStyle: { color: colours.kelp, width: 2 },
          itemStyle: { color: colours.kelp },
          symbolSize: 6,
          connectNulls: false,
        },
        {
          type: "line",
          data: points.map((v, i) => (last >= 0 && i >= last - 1 ? v : null)),
          lineStyle: { color: colours.kelp, width: 2, type: "dotted" },
          itemStyle: { color: colours.kelp },
          symbol: (_: unknown, at: { dataIndex: number }) => (at.dataIndex === last ? "emptyCircle" : "none"),
          symbolSize: 7,
        },
        { ...BAND, data: low, areaStyle: { opacity: 0 } },
        {
          ...BAND,
          data: high.map((v, i) => (v === null ? null : v - (low[i] ?? 0))),
          areaStyle: { color: colours.kelp, opacity: 0.16 },
        },
        {
          type: "line",
          data: at("about"),
          lineStyle: { color: colours.kelp, width: 1.5, type: "dashed" },
          itemStyle: { color: colours.kelp },
          symbol: (_: unknown, item: { dataIndex: number }) =>
            days[item.dataIndex]?.whole ? "emptyCircle" : "none",
          symbolSize: 6,
        },
        {
          type: "line",
          data: days.map((_, i) => drawn(metric, beside?.[i]?.value, currency)),
          lineStyle: { color: colours.muted, width: 1.5, type: "dashed" },
          itemStyle: { color: colours.muted },
          symbol: "none",
        },
        {
          type: "line",
          lineStyle: { opacity: 0 },
          showAllSymbol: true,
          data: days.map((d, i) => (unusual.has(d.day) ? (points[i] ?? null) : null)),
          symbol: "circle",
          symbolSize: 14,
          itemStyle: { color: "transparent", borderColor: colours.rust, borderWidth: 2 },
          silent: true,
        },
      ],
    };
  }, [colours, days, metric, currency, begun, beside, week]);
  const box = useChart(option);
  const coming = days.some((d) => d.whole);
  return (
    <figure className="results-line">
      <div ref={box} role="img" aria-label={`${metric.words} by day`} style={{ height: 170 }} />
      {coming && (
        <figcaption className="note">
          Of the last days more is still to come: the broken line is what they will be, and the band holds it
          with a certainty of 80 %.
        </figcaption>
      )}
      {week && <WeekWords {...{ week, metric, currency }} />}
    </figure>
  );
}

type Week = Schemas["WeekView"];
type Unusual = Week["unusual"][number];

/** Fewer weekdays' worth between two ranges goes without saying. */
const TOLD = 0.02;
const MOST_TOLD = 3;

/** Unusual days, and what weekdays alone make of two ranges. */
export function WeekWords(props: { week: Week; metric: MetricView; currency: string }) {
  const { week, metric, currency } = props;
  const times = week.beside ?? 1;
  const more = Math.round(Math.abs(times - 1) * 100);
  const told = week.unusual.slice(-MOST_TOLD);
  return (
    <>
      {Math.abs(times - 1) >= TOLD && (
        <figcaption className="note">
          For their weekdays alone the {metric.words} would be {more} % {times > 1 ? "higher" : "lower"} in
          these days than in those beside, by {plural(week.weeks, "week")} before.
        </figcaption>
      )}
      {told.length > 0 && (
        <figcaption className="note">
          Ringed days are unlike others, their weekday taken into account:{" "}
          {told
            .map((u) => `${day(u.day)} ${figure(metric, u.value, currency)}, ${usually(metric, u, currency)}`)
            .join("; ")}
          {week.unusual.length > told.length && ` and ${week.unusual.length - told.length} before`}.
        </figcaption>
      )}
    </>
  );
}

function usually(metric: MetricView, u: Unusual, currency: string): string {
  return `usually ${figure(metric, u.from, currency)} to ${figure(metric, u.to, currency)}`;
}

function unusualWords(metric: MetricView, u: Unusual | undefined, currency: string): string {
  return u ? `unlike other days: ${usually(metric, u, currency)}` : "";
}

/** Two of them, one upon the other, are a band. */
const BAND = { type: "line", stack: "band", lineStyle: { opacity: 0 }, symbol: "none" } as const;

/** Of a day that is all in, from which the broken line begins. */
function sure(value: number | undefined): Whole | undefined {
  return value === undefined ? undefined : { about: value, low: value, high: value };
}

function onceIn(metric: MetricView, at: OfDay, currency: string): string {
  const of = (value: number | undefined) => figure(metric, value, currency);
  return `about ${of(at.whole?.about)} once all has come in,<br>${of(at.whole?.low)} to ${of(at.whole?.high)}`;
}
