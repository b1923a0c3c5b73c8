import { BarChart, LineChart } from "echarts/charts";
import { GridComponent, TooltipComponent } from "echarts/components";
import { init, use as registerParts, type EChartsCoreOption } from "echarts/core";
import { CanvasRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { useColours } from "./look";

registerParts([BarChart, LineChart, GridComponent, TooltipComponent, CanvasRenderer]);

/**
 * Draws a chart in the box that the ref is given to, in the product's look, and again with its size.
 *
 * @param option memoised, since the chart is drawn anew with each
 */
export function useChart(option: EChartsCoreOption) {
  const box = useRef<HTMLDivElement>(null);
  const colours = useColours();
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current);
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: '"Public Sans Variable", sans-serif', color: colours.ink },
      ...option,
      tooltip: {
        backgroundColor: colours.surface,
        borderColor: colours.lineStrong,
        textStyle: { color: colours.ink },
        ...(option.tooltip as object | undefined),
      },
    });
    const resized = new ResizeObserver(() => chart.resize());
    resized.observe(box.current);
    return () => {
      resized.disconnect();
      chart.dispose();
    };
  }, [option, colours]);
  return box;
}
