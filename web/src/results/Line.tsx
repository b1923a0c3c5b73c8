import { useMemo } from "react";
import { day } from "../look/format";
import { useChart } from "../look/useChart";
import { colours } from "../look/theme";
import { axisText, drawn, figure, type MetricView } from "./model";

/**
 * One number over account days.
 *
 * @param begun the day that has not ended: its point is hollow and its way there broken
 * @param beside the number on the days that these stand beside, one after the other
 */
export function Line(props: {
  days: readonly { day: string; value: number | undefined }[];
  metric: MetricView;
  currency: string;
  begun?: string | null | undefined;
  beside?: readonly { day: string; value: number | undefined }[];
}) {
  const { days, metric, currency, begun, beside } = props;
  const option = useMemo(() => {
    const points = days.map((d) => drawn(metric, d.value, currency));
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
        {
          type: "line",
          data: days.map((_, i) => drawn(metric, beside?.[i]?.value, currency)),
          lineStyle: { color: colours.muted, width: 1.5, type: "dashed" },
          itemStyle: { color: colours.muted },
          symbol: "none",
        },
      ],
    };
  }, [days, metric, currency, begun, beside]);
  const box = useChart(option);
  return (
    <div
      ref={box}
      role="img"
      aria-label={`${metric.words} by day`}
      className="results-line"
      style={{ height: 170 }}
    />
  );
}
