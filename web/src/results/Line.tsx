import { useMemo } from "react";
import { day } from "../look/format";
import { useChart } from "../look/useChart";
import { colours } from "../look/theme";
import { axisText, drawn, figure, type MetricView } from "./model";

/** One number over account days. */
export function Line(props: {
  days: readonly { day: string; value: number | undefined }[];
  metric: MetricView;
  currency: string;
}) {
  const { days, metric, currency } = props;
  const option = useMemo(() => {
    return {
      grid: { left: 8, right: 16, top: 14, bottom: 4, containLabel: true },
      tooltip: {
        trigger: "axis",
        formatter: (items: { dataIndex: number }[]) => {
          const at = days[items[0]?.dataIndex ?? 0];
          return at ? `${day(at.day)}<br><b>${figure(metric, at.value, currency)}</b>` : "";
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
          data: days.map((d) => drawn(metric, d.value, currency)),
          lineStyle: { color: colours.kelp, width: 2 },
          itemStyle: { color: colours.kelp },
          symbolSize: 6,
          connectNulls: false,
        },
      ],
    };
  }, [days, metric, currency]);
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
