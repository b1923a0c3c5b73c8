import { useMemo } from "react";
import { type TestView } from "../api/tests";
import { day } from "../look/format";
import { useColours } from "../look/look";
import { useChart } from "../look/useChart";
import { percent } from "./model";

/** How far apart the cell ahead and the next one were by each day, under the limit of each planned look. */
export function Evidence({ test }: { test: TestView }) {
  const colours = useColours();
  const option = useMemo(() => {
    const looks = test.course.limits.length;
    const looked = new Set(test.course.looks.map((l) => l.day));
    const steps = test.course.limits.flatMap((z, i) => [
      [(100 * i) / looks, z],
      [(100 * (i + 1)) / looks, z],
    ]);
    const most = Math.min(
      8,
      Math.max(3, ...test.course.evidence.map((e) => e.z), ...test.course.limits.slice(1)),
    );
    return {
      grid: { left: 8, right: 24, top: 14, bottom: 4, containLabel: true },
      tooltip: {
        trigger: "item",
        formatter: (item: { seriesIndex: number; dataIndex: number }) => {
          const at = item.seriesIndex === 1 ? test.course.evidence[item.dataIndex] : undefined;
          if (!at) return "limit of a planned look";
          const look = looked.has(at.day) ? ", a planned look" : "";
          return `${day(at.day)}${look}: ${at.z.toFixed(2)} deviations at ${percent(at.part)} of what was planned`;
        },
      },
      xAxis: {
        type: "value",
        min: 0,
        max: 100,
        axisLine: { lineStyle: { color: colours.lineStrong } },
        axisLabel: { color: colours.muted, formatter: (v: number) => `${v} %` },
        splitLine: { show: false },
      },
      yAxis: {
        type: "value",
        min: 0,
        max: Math.ceil(most),
        splitLine: { lineStyle: { color: colours.line } },
        axisLabel: { color: colours.muted },
      },
      series: [
        {
          type: "line",
          data: steps,
          symbol: "none",
          lineStyle: { color: colours.amber, width: 1.5, type: "dashed" },
          clip: true,
        },
        {
          type: "line",
          // Only days of a planned look are judged; the others are there to be seen.
          data: test.course.evidence.map((e) => ({
            value: [100 * e.part, e.z],
            symbol: looked.has(e.day) ? "circle" : "emptyCircle",
            symbolSize: looked.has(e.day) ? 10 : 5,
          })),
          lineStyle: { color: colours.kelp, width: 2 },
          itemStyle: { color: colours.kelp },
        },
      ],
    };
  }, [colours, test]);
  const box = useChart(option);
  return <div ref={box} role="img" aria-label="Evidence by day" style={{ height: 170 }} />;
}
