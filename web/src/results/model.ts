import type { Schemas } from "../api/client";
import { count, money, plural, rate, units } from "../look/format";

export type Figures = Schemas["Figures"];

export const METRICS = [
  { code: "COST_PER_CONVERSION", words: "Cost per conversion" },
  { code: "CONVERSIONS", words: "Conversions" },
  { code: "COST_PER_CLICK", words: "Cost per click" },
  { code: "CLICK_RATE", words: "Click rate" },
  { code: "CLICKS", words: "Clicks" },
  { code: "IMPRESSIONS", words: "Impressions" },
  { code: "SPEND", words: "Spend" },
] as const;

export type Metric = (typeof METRICS)[number]["code"];

function orDash(value: number | null | undefined, show: (value: number) => string): string {
  return value === null || value === undefined ? "–" : show(value);
}

/** A number as it is read: money with its currency, rates in per cent, a dash where it has no meaning yet. */
export function metricText(metric: Metric, f: Figures, currency: string): string {
  switch (metric) {
    case "COST_PER_CONVERSION":
      return orDash(f.costPerConversionMinor, (v) => money(v, currency));
    case "COST_PER_CLICK":
      return orDash(f.costPerClickMinor, (v) => money(v, currency));
    case "CLICK_RATE":
      return orDash(f.clickRate, rate);
    case "CONVERSIONS":
      return count(f.conversions);
    case "CLICKS":
      return count(f.clicks);
    case "IMPRESSIONS":
      return count(f.impressions);
    case "SPEND":
      return money(f.spendMinor, currency);
  }
}

/** What stands beneath the number: how much it rests on. */
export function metricSmall(metric: Metric, f: Figures, currency: string): string {
  switch (metric) {
    case "COST_PER_CONVERSION":
      return plural(f.conversions, "conv.", "conv.");
    case "COST_PER_CLICK":
      return plural(f.clicks, "click");
    case "CLICK_RATE":
      return `of ${count(f.impressions)}`;
    case "IMPRESSIONS":
      return orDash(f.reach, (r) => `${count(r)} people`);
    default:
      return money(f.spendMinor, currency);
  }
}

/** A number of one day as a point of a line; money in whole units. Null where it has no meaning. */
export function point(metric: Metric, f: Figures, currency: string): number | null {
  switch (metric) {
    case "COST_PER_CONVERSION":
      return f.costPerConversionMinor == null ? null : units(f.costPerConversionMinor, currency);
    case "COST_PER_CLICK":
      return f.costPerClickMinor == null ? null : units(f.costPerClickMinor, currency);
    case "CLICK_RATE":
      return f.clickRate == null ? null : f.clickRate * 100;
    case "CONVERSIONS":
      return f.conversions;
    case "CLICKS":
      return f.clicks;
    case "IMPRESSIONS":
      return f.impressions;
    case "SPEND":
      return units(f.spendMinor, currency);
  }
}

const AXIS = { maximumFractionDigits: 2, minimumFractionDigits: 0 };

/** A step of the axis with its unit, without needless decimals. */
export function axisText(metric: Metric, value: number, currency: string): string {
  switch (metric) {
    case "COST_PER_CONVERSION":
    case "COST_PER_CLICK":
    case "SPEND":
      return new Intl.NumberFormat("en-GB", { style: "currency", currency, ...AXIS }).format(value);
    case "CLICK_RATE":
      return `${value} %`;
    default:
      return count(value);
  }
}
