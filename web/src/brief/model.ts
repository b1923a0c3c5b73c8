import type { Schemas } from "../api/client";
import { count, distance, money, plural } from "../look/format";
import type { Brief } from "./queries";

export type Unknown = Brief["unknown"];

export const RESULTS: { value: Brief["result"]; one: string; many: string }[] = [
  { value: "CLICK", one: "click", many: "clicks" },
  { value: "VISIT", one: "visit", many: "visits" },
  { value: "VIDEO_VIEW", one: "video view", many: "video views" },
  { value: "ENGAGEMENT", one: "engagement", many: "engagements" },
  { value: "FORM", one: "lead form", many: "lead forms" },
  { value: "CHAT", one: "chat", many: "chats" },
  { value: "LEAD", one: "lead on the site", many: "leads on the site" },
  { value: "SALE", one: "sale", many: "sales" },
  { value: "INSTALL", one: "app install", many: "app installs" },
  { value: "THOUSAND", one: "thousand impressions", many: "thousand impressions" },
];

export function resultWords(result: Brief["result"], of: number): string {
  const words = RESULTS.find((r) => r.value === result);
  return (of === 1 ? words?.one : words?.many) ?? "";
}

/** Names of codes over several networks, each once. */
export function choices(lists: { code: string; words: string }[][]): { value: string; label: string }[] {
  const words = new Map(lists.flat().map((c) => [c.code, c.words]));
  return [...words].map(([value, label]) => ({ value, label }));
}

/** Days from the first to the last, both included; 0 when they are the wrong way round. */
export function daysOf(brief: Pick<Brief, "startsOn" | "lastDay">): number {
  const days = (Date.parse(brief.lastDay) - Date.parse(brief.startsOn)) / 86_400_000 + 1;
  return Number.isFinite(days) ? Math.max(0, Math.round(days)) : 0;
}

/** An ISO day some days later. */
export function later(isoDay: string, days: number): string {
  return new Date(Date.parse(isoDay) + days * 86_400_000).toISOString().slice(0, 10);
}

/** Where a client's first brief starts: its first account and the practice date. */
export function newBrief(account: Schemas["AccountView"], today: string, name: string): Brief {
  return {
    name,
    goal: "traffic",
    offer: "",
    result: "CLICK",
    currency: account.currency,
    targetMinor: 50,
    moneyMinor: 100_000,
    startsOn: later(today, 1),
    lastDay: later(today, 14),
    rows: 5,
    unknown: "ROWS",
    resultsPerRow: 50,
    cells: 2,
    liftPercent: 25,
    places: [],
    subject: null,
    accounts: [account.id],
  };
}

/** A number that is only about right, in three figures. */
export function about(value: number): string {
  return count(Number(value.toPrecision(3)));
}

/** Where a range lies on a logarithmic scale that all ranges share, in percent. */
export function rangeBar(range: Schemas["Range"], all: Schemas["Range"][]): { left: number; width: number } {
  const log = (value: number) => Math.log10(Math.max(1, value));
  const low = Math.min(...all.map((r) => log(r.from)));
  const high = Math.max(...all.map((r) => log(r.to)));
  const span = high - low || 1;
  const left = ((log(range.from) - low) / span) * 100;
  return { left, width: Math.max(2, ((log(range.to) - log(range.from)) / span) * 100) };
}

/** What a row must get, in words: the dearer of the network's lowest and the results to judge by. */
export function needWords(brief: Brief, lowestMinor: number, days: number, targetMinor: number): string {
  const byDay = lowestMinor * days;
  const byResults = targetMinor * brief.resultsPerRow;
  return byDay >= byResults
    ? `the lowest daily money, ${money(lowestMinor, brief.currency)}, for ${plural(days, "day")}`
    : `${count(brief.resultsPerRow)} ${resultWords(brief.result, brief.resultsPerRow)} at ${money(targetMinor, brief.currency)}`;
}

/** What a network forbids in ads about a regulated subject. */
export function forbiddenWords(rule: Schemas["SubjectRule"] | undefined): string {
  if (!rule) return "says nothing of it.";
  const parts = [];
  if (!rule.ages) parts.push("narrowing ages");
  if (!rule.gender) parts.push("choosing a gender");
  if (rule.leastRadiusKm > 0) parts.push(`circles under ${distance(rule.leastRadiusKm)}`);
  if (rule.terms.length > 0) {
    parts.push(`conditions on ${rule.terms.map((t) => t.toLowerCase().replaceAll("_", " ")).join(", ")}`);
  }
  return parts.length === 0 ? "forbids nothing for it." : `forbids ${parts.join("; ")}.`;
}
