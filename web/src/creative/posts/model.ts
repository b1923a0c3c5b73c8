import type { Schemas } from "../../api/client";
import type { PostView } from "../../api/posts";
import { count, plural } from "../../look/format";
import type { PostRule } from "./queries";

export type Counted = PostRule["counted"];
export type Usual = Schemas["Usual"];
export type Curve = Schemas["CurveView"];
type ForItsAge = Schemas["ForItsAge"];

export const KINDS: Record<PostView["kind"], string> = {
  POST: "post",
  FILM: "short film",
  ANSWER: "answer",
  EVENT: "event",
  OFFER: "offer",
};

export const ORDERS = [
  { value: "VIEWS", label: "Unusual views" },
  { value: "ENGAGEMENTS", label: "Unusual engagements" },
  { value: "NEWEST", label: "Newest" },
] as const;

export type Order = (typeof ORDERS)[number]["value"];

/** A post among all of a client’s accounts. */
export const refOf = (p: { accountId: string; id: string }) => `${p.accountId}/${p.id}`;

export function standing(post: PostView, counted: Counted): ForItsAge | null | undefined {
  return counted === "VIEWS" ? post.views : post.engagements;
}

export function total(post: PostView, counted: Counted): number {
  const last = post.came.at(-1);
  return (counted === "VIEWS" ? last?.views : last?.engagements) ?? 0;
}

/** By how unlikely each is by chance, or the newest first; what cannot be compared stands last. */
export function ordered(posts: readonly PostView[], order: Order): PostView[] {
  const chance = (p: PostView) => (order === "NEWEST" ? 0 : (standing(p, order)?.chance ?? 2));
  return [...posts].sort((a, b) => chance(a) - chance(b) || b.at.localeCompare(a.at));
}

const DAY = 24;

/** 9 h, 3 d 4 h, 26 d. */
export function age(hours: number): string {
  if (hours < 2 * DAY) return `${hours} h`;
  const days = Math.floor(hours / DAY);
  const rest = hours % DAY;
  return days < 7 && rest > 0 ? `${days} d ${rest} h` : `${days} d`;
}

/** 4.2 ×, 12 ×, 0.6 ×. */
export function times(value: number): string {
  return `${value >= 10 ? Math.round(value) : value.toFixed(1)} ×`;
}

/** As a share of posts that are as usual: 1 in 380. */
export function oneIn(chance: number): string {
  if (chance >= 0.5) return "every second or more";
  const of = Math.round(1 / Math.max(chance, 1e-6));
  return of > 10_000 ? "fewer than 1 in 10,000" : `1 in ${count(of)}`;
}

/** What the numbers behind a post’s place say. */
export function says(s: ForItsAge, counted: Counted): string {
  const what = counted === "VIEWS" ? "views" : "engagements";
  return `${count(Math.round(s.had))} ${what} at ${age(s.hours)}, usual are ${count(Math.round(s.usual))}. ${
    s.above === s.of ? `More than all ${s.of} others` : `More than ${s.above} of ${s.of} others`
  } at that age; by chance ${oneIn(s.chance)} posts has as much.`;
}

export function ruleWords(rule: PostRule, account: string | undefined): string {
  const what = rule.counted === "VIEWS" ? "views" : "engagements";
  return `${account ?? "All accounts"}: ${times(rule.times)} the usual ${what}, ${age(rule.leastHours)} to ${plural(rule.mostDays, "day")} old`;
}

export interface Box {
  width: number;
  height: number;
}

/** Ages that are drawn: from one hour to a little over the post’s own, or two days for the youngest. */
export function lastHour(post: PostView, usual: readonly Usual[]): number {
  const known = usual.at(-1)?.hours ?? 0;
  return Math.max(post.hours, Math.min(2 * DAY, known), 2);
}

/** Where things of a life stand in a box: ages in logarithms, counts as they are. */
export function drawn(post: PostView, usual: readonly Usual[], counted: Counted, box: Box) {
  const last = lastHour(post, usual);
  const band = usual.filter((u) => u.hours <= last);
  const own = post.came.map((c) => ({
    hours: c.hours,
    count: counted === "VIEWS" ? c.views : c.engagements,
  }));
  const top = Math.max(1, ...band.map((u) => u.high), ...own.map((p) => p.count));
  const x = (hours: number) => (Math.log(Math.max(1, hours)) / Math.log(last)) * box.width;
  const y = (value: number) => box.height - (value / top) * box.height;
  const points = (list: readonly (readonly [number, number])[]) =>
    list.map(([h, v]) => `${x(h).toFixed(1)},${y(v).toFixed(1)}`).join(" ");
  return {
    top,
    last,
    x,
    y,
    own: points(own.map((p) => [p.hours, p.count] as const)),
    middle: points(band.map((u) => [u.hours, u.middle] as const)),
    band: points([
      ...band.map((u) => [u.hours, u.high] as const),
      ...band.toReversed().map((u) => [u.hours, u.low] as const),
    ]),
  };
}

/** Ages worth a mark beneath a life. */
export const MARKS = [
  { hours: 1, words: "1 h" },
  { hours: 6, words: "6 h" },
  { hours: 24, words: "1 d" },
  { hours: 72, words: "3 d" },
  { hours: 168, words: "7 d" },
  { hours: 720, words: "30 d" },
] as const;
