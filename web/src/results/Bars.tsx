import { useMemo } from "react";
import { useColours } from "../look/look";
import { tooFew, type Colours } from "../look/theme";
import { useChart } from "../look/useChart";
import { axisText, barsOf, drawn, figure, type MetricView, type ResultLine } from "./model";

const BAR_HEIGHT = 24;
const LONGEST_NAME = 190;

/** A bar of which there is too little to say. */
const hatched = (colours: Colours) => ({
  color: colours.paper,
  borderColor: colours.lineStrong,
  decal: {
    symbol: "rect",
    color: colours.lineStrong,
    dashArrayX: [1, 0],
    dashArrayY: [1.5, 5],
    rotation: -Math.PI / 4,
  },
});

/** What is still to come of a bar. */
const toCome = (colours: Colours) => ({
  color: "transparent",
  borderColor: colours.kelp,
  borderType: "dashed",
});

/** One number of each line as a bar, the best at the top, coloured by rank as in the table. */
export function Bars(props: {
  by: readonly string[];
  lines: readonly ResultLine[];
  metric: MetricView;
  currency: string;
}) {
  const { by, lines, metric, currency } = props;
  const bars = useMemo(() => barsOf(lines, by, metric, currency), [lines, by, metric, currency]);
  const colours = useColours();
  const option = useMemo(() => {
    return {
      grid: { left: 8, right: 76, top: 4, bottom: 4, containLabel: true },
      tooltip: {
        trigger: "item",
        formatter: (item: { dataIndex: number }) => {
          const at = bars[item.dataIndex];
          const whole =
            at?.whole && `<br>about ${figure(metric, at.whole.about, currency)} once all has come in`;
          return at ? `${at.name}<br><b>${figure(metric, at.value, currency)}</b>${whole ?? ""}` : "";
        },
      },
      xAxis: {
        type: "value",
        splitLine: { lineStyle: { color: colours.line } },
        axisLabel: { color: colours.muted, formatter: (v: number) => axisText(metric, v, currency) },
      },
      yAxis: {
        type: "category",
        inverse: true,
        data: bars.map((b) => b.name),
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colours.lineStrong } },
        axisLabel: { color: colours.ink, width: LONGEST_NAME, overflow: "truncate" },
      },
      series: [
        {
          type: "bar",
          barMaxWidth: 15,
          stack: "bar",
          data: bars.map((b) => ({
            value: drawn(metric, b.value, currency),
            itemStyle: b.few
              ? hatched(colours)
              : { color: b.rank === undefined ? colours.kelp : colours.ranks[b.rank]?.ground },
          })),
        },
        {
          type: "bar",
          barMaxWidth: 15,
          stack: "bar",
          data: bars.map((b) => ({
            value: Math.max(0, drawn(metric, (b.whole?.about ?? b.value) - b.value, currency) ?? 0),
            itemStyle: toCome(colours),
          })),
          label: {
            show: true,
            position: "right",
            color: colours.ink,
            formatter: (item: { dataIndex: number }) => {
              const bar = bars[item.dataIndex];
              return `${figure(metric, bar?.value, currency)}${bar?.few ? `, ${tooFew.words}` : ""}`;
            },
          },
        },
      ],
    };
  }, [colours, bars, metric, currency]);
  const box = useChart(option);
  return (
    <div
      ref={box}
      role="img"
      aria-label={`${metric.words} by line`}
      className="results-line"
      style={{ height: Math.max(90, bars.length * BAR_HEIGHT + 34) }}
    />
  );
}
