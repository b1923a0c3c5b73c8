import { BarChart, LineChart } from "echarts/charts";
import { GridComponent, TooltipComponent } from "echarts/components";
import { init, use as registerParts, type EChartsCoreOption } from "echarts/core";
import { CanvasRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { colours } from "./theme";

registerParts([BarChart, LineChart, GridComponent, TooltipComponent, CanvasRenderer]);

const LOOK: EChartsCoreOption = {
  animation: false,
  textStyle: { fontFamily: '"Public Sans Variable", sans-serif', color: colours.ink },
};

/**
 * Draws a chart in the box that the ref is given to, in the product's look, and again with its size.
 *
 * @param option memoised, since the chart is drawn anew with each
 */
export function useChart(option: EChartsCoreOption) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current);
    chart.setOption({ ...LOOK, ...option });
    const resized = new ResizeObserver(() => chart.resize());
    resized.observe(box.current);
    return () => {
      resized.disconnect();
      chart.dispose();
    };
  }, [option]);
  return box;
}
