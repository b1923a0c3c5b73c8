import type { Schemas } from "../api/client";
import type { CellNumber } from "../api/columns";
import type { ResultLine } from "./columns";
import { count, day, money, number, plural, rate, units, word } from "../look/format";

export type MetricView = Schemas["MetricView"];
export type Offer = Schemas["ResultOffer"];
export type { ResultLine } from "./columns";
export type Coming = Schemas["Coming"];
export type Temperature = ResultLine["temperatures"][number];

/** A number as it is read: money with its currency, shares in per cent, a dash where it has no meaning yet. */
export function figure(metric: MetricView, value: number | null | undefined, currency: string): string {
  if (value === null || value === undefined) return "–";
  switch (metric.written) {
    case "MONEY":
      return value > 0 && Math.round(value) === 0 ? `under ${money(1, currency)}` : money(value, currency);
    case "SHARE":
      return rate(value);
    case "COUNT":
      return count(Math.round(value * 10) / 10);
    case "PLAIN":
      return number(value, { maximumFractionDigits: 2 });
  }
}

/** As a point of a drawing: money in whole units, shares in per cent. */
export function drawn(metric: MetricView, value: number | undefined, currency: string): number | null {
  if (value === undefined) return null;
  if (metric.written === "MONEY") return units(value, currency);
  return metric.written === "SHARE" ? value * 100 : value;
}

/** A step of an axis with its unit, without needless decimals. */
export function axisText(metric: MetricView, value: number, currency: string): string {
  if (metric.written === "MONEY") {
    const digits = Number.isInteger(value) ? 0 : 2;
    const parts = { maximumFractionDigits: digits, minimumFractionDigits: digits };
    return number(value, { style: "currency", currency, ...parts });
  }
  return metric.written === "SHARE" ? `${value} %` : count(value);
}

/** Words as a heading or choice: "Cost per click". */
export function titled(words: string): string {
  return (words[0]?.toUpperCase() ?? "") + words.slice(1);
}

/** "1 click", "12 clicks", "1 view of 3 seconds". */
export function counted(value: number, words: string): string {
  return `${count(value)} ${word(value, words.replace(/s\b/, ""), words)}`;
}

/** What stands beneath a number of a cell: how much it rests on, or how many people that was. */
export function beneath(metric: MetricView, cell: CellNumber): string {
  if (metric.code === "impressions") return cell.reach == null ? "" : plural(cell.reach, "person", "people");
  if (!metric.rests || cell.rests == null) return "";
  return `${metric.written === "SHARE" ? "of " : ""}${counted(cell.rests, metric.restsWords)}`;
}

/** Between which values it lies, told on hover. */
export function between(metric: MetricView, cell: CellNumber, currency: string): string | undefined {
  if (cell.low == null) return undefined;
  const high = cell.high == null ? "no upper limit" : figure(metric, cell.high, currency);
  return `${titled(metric.words)}: with a certainty of 95 % between ${figure(metric, cell.low, currency)} and ${high}`;
}

const AMOUNTS = ["spend", "impressions", "clicks"];

/** The columns a table starts with: how much, then what ads of these temperatures are judged by. */
export function usualColumns(offer: Offer, temperatures: readonly Temperature[]): string[] {
  const judged = temperatures.flatMap((t) => offer.judged[t] ?? []);
  return [...new Set([...AMOUNTS, "results", "cost_per_result", ...judged])];
}

const EACH = { written: "MONEY" } as MetricView;

/** What one result of a kind that was sought costs; nothing before there is one. */
export function eachCosts(sought: Schemas["Sought"], currency: string): string {
  if (sought.count === 0) return "";
  return `${figure(EACH, sought.spendMinor / sought.count, currency)} each`;
}

/** What is still to come of fresh days: "about 6 still to come, 3 to 10". */
export function comingWords(coming: Coming): string {
  return `about ${count(Math.round(coming.about))} still to come, ${count(coming.from)} to ${count(coming.to)}`;
}

/** The results that ads of a line seek, each kind by itself: "208 chats begun, £0.61 each". */
export function soughtWords(line: Pick<ResultLine, "sought" | "currency">): string[] {
  return line.sought.map((s) =>
    [counted(s.count, s.words), eachCosts(s, line.currency), s.coming && comingWords(s.coming)]
      .filter(Boolean)
      .join(", "),
  );
}

/** What a number will be once all of fresh days is in; with a certainty of 80 % it lies between low and high. */
export interface Whole {
  about: number;
  low: number;
  high: number;
}

/** Of a count, or of what one of it costs; nothing where all is in, or it rests on something else. */
export function onceAllIsIn(
  metric: MetricView,
  line: Pick<ResultLine, "values" | "coming"> | undefined,
): Whole | undefined {
  if (!line) return undefined;
  const coming = line.coming[metric.rests || metric.code];
  if (!coming) return undefined;
  const came = line.values[metric.rests || metric.code] ?? 0;
  const [low, about, high] = [came + coming.from, came + coming.about, came + coming.to];
  if (!metric.rests) return { about, low, high };
  const spend = line.values["spend"];
  if (metric.written !== "MONEY" || spend === undefined || low <= 0) return undefined;
  return { about: spend / about, low: spend / high, high: spend / low };
}

/** The same in words: "about 6 still to come, 3 to 10", "about £5.20 once all has come in, £4.80 to £5.60". */
export function wholeWords(metric: MetricView, line: Schemas["Line"]): string | undefined {
  const whole = onceAllIsIn(metric, line);
  if (!whole) return undefined;
  if (!metric.rests) return comingWords(line.coming[metric.code] as Coming);
  const of = (value: number) => figure(metric, value, line.currency);
  return `about ${of(whole.about)} once all has come in, ${of(whole.low)} to ${of(whole.high)}`;
}

/** A key of a line as it is read. */
export function keyWords(by: string, key: string): string {
  if (key === "") return "none";
  if (by === "DAY") return day(key);
  if (by === "WEEK") return `week of ${day(key)}`;
  return by === "HOUR" ? `${key}:00` : key;
}

/** Beside which results may stand: as many days right before, any other days, or another campaign by its id. */
export const THE_DAYS_BEFORE = "before";
const DAYS = /^(\d{4}-\d\d-\d\d)\.\.(\d{4}-\d\d-\d\d)$/;

export function theDays(from: string, to: string): string {
  return `${from}..${to}`;
}

/** The other days, where results stand beside such. */
export function otherDays(beside: string | undefined): [string, string] | undefined {
  const [, from, to] = DAYS.exec(beside ?? "") ?? [];
  return from && to ? [from, to] : undefined;
}

/** What of a look, as the address holds it, still means something of another campaign's ads. */
export function takenAlong(search: URLSearchParams): URLSearchParams {
  const taken = new URLSearchParams(search);
  ["of", "number", "temperature"].forEach((of) => taken.delete(of));
  const beside = taken.get("beside") ?? undefined;
  if (beside !== THE_DAYS_BEFORE && !otherDays(beside)) taken.delete("beside");
  return taken;
}

/** In what the question about what stands beside differs: 9 to 15 March stands beside 2 to 8 March. */
export function besideOf(
  beside: string | undefined,
  from: string | undefined,
  to: string | undefined,
): { from: string; to: string } | { campaignIds: string[] } | undefined {
  if (!beside) return undefined;
  if (beside === THE_DAYS_BEFORE) return from && to ? daysBefore(from, to) : undefined;
  const days = otherDays(beside);
  return days ? { from: days[0], to: days[1] } : { campaignIds: [beside] };
}

function daysBefore(from: string, to: string): { from: string; to: string } {
  const DAY = 86_400_000;
  const [first, last] = [Date.parse(from), Date.parse(to)];
  const iso = (ms: number) => new Date(ms).toISOString().slice(0, 10);
  return { from: iso(first - (last - first) - DAY), to: iso(first - DAY) };
}

/** Numbers of different people, as networks count them; they are asked for apart, and have no totals. */
export const PEOPLE = [
  { code: "reach", words: "people reached" },
  { code: "frequency", words: "frequency" },
] as const;

export type PeopleColumn = (typeof PEOPLE)[number];

/** People reached, or how often each saw it; a dash where no network has counted them. */
export function ofPeople(column: PeopleColumn, line: ResultLine, people: number | null | undefined): string {
  if (people == null) return "–";
  if (column.code === "reach") return count(people);
  const impressions = line.values["impressions"];
  return people === 0 || impressions === undefined ? "–" : (impressions / people).toFixed(2);
}

/** A number of a day. */
export interface OfDay {
  day: string;
  value: number | undefined;
  /** What it will be, while more is to come. */
  whole?: Whole | undefined;
}

/** One number of lines by the day, in one currency. */
export function overDays(
  lines: readonly ResultLine[] | undefined,
  currency: string,
  metric: MetricView,
): OfDay[] {
  return (lines ?? [])
    .filter((l) => l.currency === currency)
    .map((l) => ({ day: l.keys[0] ?? "", value: l.values[metric.code], whole: onceAllIsIn(metric, l) }));
}

/** Lines with those that stand only beside them; these have no numbers of their own. */
export function withBeside(lines: readonly ResultLine[], beside: readonly ResultLine[]): ResultLine[] {
  const here = new Set(lines.map(lineKey));
  return [
    ...lines,
    ...beside.filter((l) => !here.has(lineKey(l))).map((l) => ({ ...l, values: {}, ranks: {} })),
  ];
}

/** How much more or less a number became: "+12 %"; nothing where there is no number to compare with. */
export function change(now: number | undefined, before: number | undefined): string {
  if (now === undefined || !before) return "–";
  const percent = Math.round((100 * (now - before)) / Math.abs(before));
  return percent === 0 ? "same" : `${percent > 0 ? "+" : "−"}${Math.abs(percent)} %`;
}

/** Lines by two keys as a field: first keys down, second keys across. */
export function matrix(lines: readonly ResultLine[]) {
  const down = [...new Set(lines.map((l) => l.keys[0] ?? ""))];
  const across = [...new Set(lines.map((l) => l.keys[1] ?? ""))];
  const at = new Map(lines.map((l) => [JSON.stringify(l.keys), l]));
  return { down, across, line: (d: string, a: string) => at.get(JSON.stringify([d, a])) };
}

/** Which column lines are in order of, and which way. */
export interface Order {
  code: string;
  down: boolean;
}

/** Lines without the number come last, whichever way. */
export function inOrder(lines: readonly ResultLine[], order: Order | undefined): readonly ResultLine[] {
  if (!order) return lines;
  return [...lines].sort((a, b) => {
    const [x, y] = [a.values[order.code], b.values[order.code]];
    if (x === undefined || y === undefined) return Number(x === undefined) - Number(y === undefined);
    return order.down ? y - x : x - y;
  });
}

export function lineKey(line: { keys: string[]; currency: string }): string {
  return JSON.stringify([line.currency, ...line.keys]);
}

/** More bars than these are not told apart. */
const MOST_BARS = 14;

/** Lines as bars, the best first; a size from the greatest. */
export function barsOf(
  lines: readonly ResultLine[],
  by: readonly string[],
  metric: MetricView,
  currency: string,
): { name: string; value: number; whole: Whole | undefined; rank: number | undefined; few: boolean }[] {
  const of = lines.filter((l) => l.currency === currency && l.values[metric.code] !== undefined);
  return inOrder(of, { code: metric.code, down: metric.better !== "LOW" })
    .slice(0, MOST_BARS)
    .map((l) => ({
      name: l.keys.map((k, i) => keyWords(by[i] ?? "", k)).join(" × "),
      value: l.values[metric.code] ?? 0,
      whole: onceAllIsIn(metric, l),
      rank: metric.better === "NEITHER" ? undefined : l.ranks[metric.code],
      few: metric.better !== "NEITHER" && l.few.includes(metric.code),
    }));
}
