import { type Schemas, send } from "../../api/client";
import { typedMoney } from "../../look/format";
import type { Campaign } from "../model";

export type Facts = Schemas["FactsBody"];

/** What another campaign can be like: one that was made, or a template. */
export type Like = Pick<
  Campaign,
  | "name"
  | "objective"
  | "temperature"
  | "purpose"
  | "start"
  | "lastDay"
  | "basis"
  | "sharedMinor"
  | "subject"
  | "moneyPerRowMinor"
  | "currency"
>;

/** What a campaign is, as it is typed. */
export function factsOf(c: Like): Facts {
  const { name, objective, temperature, purpose, start, lastDay } = c;
  return {
    name,
    objective,
    temperature,
    purpose,
    start,
    lastDay,
    basis: c.basis,
    shared: c.sharedMinor != null,
    subject: c.subject ?? null,
    money: typedMoney(c.sharedMinor ?? c.moneyPerRowMinor, c.currency),
  };
}

/** @param iso a day as 2027-03-09 */
export function plusDays(iso: string, days: number): string {
  return new Date(Date.parse(iso) + days * 86_400_000).toISOString().slice(0, 10);
}

/** The same again, from a day on, for as many days. */
export function again(c: Like, from: string): Omit<Facts, "name"> {
  const days = Math.round((Date.parse(c.lastDay) - Date.parse(c.start)) / 86_400_000);
  return { ...factsOf(c), start: from, lastDay: plusDays(from, days) };
}

/** What was typed for another account, as far as this one takes it; sums are in its own currency. */
export function taken(
  typed: Partial<Facts>,
  initial: Facts,
  offer: Pick<Schemas["Rulebook"], "objectives" | "spending" | "subjects">,
): Facts {
  const { objective, subject, start, lastDay } = { ...initial, ...typed };
  const late = start < initial.start;
  return {
    ...initial,
    ...typed,
    objective: offer.objectives.some((o) => o.code === objective) ? objective : initial.objective,
    subject: offer.subjects.some((s) => s.code === subject) ? subject : null,
    start: late ? initial.start : start,
    lastDay: late && lastDay < initial.lastDay ? initial.lastDay : lastDay,
    basis: offer.spending.lifetime ? (typed.basis ?? initial.basis) : initial.basis,
    shared: offer.spending.levels.includes("CAMPAIGN") && (typed.shared ?? initial.shared),
    money: initial.money,
  };
}

/** A row's money given another way, so that the same is spent over the flight. */
export function converted(minor: number, from: Facts["basis"], to: Facts["basis"], days: number): number {
  if (from === to) return minor;
  return to === "LIFETIME" ? minor * days : Math.round(minor / days);
}

/** The account's day by the practice clock, as 2027-03-09. */
export async function accountDay(zone: string): Promise<string> {
  const clock = await send("get", "/api/clock");
  return new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(clock.now));
}
