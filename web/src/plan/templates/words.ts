import type { Schemas } from "../../api/client";
import { money, plural } from "../../look/format";
import type { Template } from "./queries";

/** What a template holds, as a line. */
export function holds(t: Template): string {
  const groups = t.people.length === 1 ? "one audience" : plural(t.people.length, "audience");
  return [
    `${plural(t.rows, "row")} for ${groups}`,
    plural(t.creatives, "creative"),
    ...(t.split.length > 0 ? [`split by ${t.split.join(" and ")}`] : []),
    given(t),
  ].join(", ");
}

/** How its money is given. */
function given(t: Template): string {
  const each = t.basis === "DAILY" ? "a day" : "for the flight";
  if (t.sharedMinor != null) return `${money(t.sharedMinor, t.currency)} ${each}, shared`;
  const usual = `${money(t.moneyPerRowMinor, t.currency)} a row ${each}`;
  return t.drawn.some((r) => r.moneyMinor !== t.moneyPerRowMinor) ? `${usual}, some with their own` : usual;
}

const CHANGES: Record<Schemas["Departure"]["change"], (label: string) => string> = {
  NOBODY: (label) => `“${label}” is left out: nobody of this audience is of those ages or that gender.`,
  ELSEWHERE: (label) => `“${label}” keeps to no place: its audience lives elsewhere.`,
  JOINED: (label) => `“${label}” would be the same row as another by now; its money goes there.`,
  CURRENCY: () =>
    "This account pays in another currency: rows with money of their own begin with the network’s lowest, and bids are automatic.",
};

/** What is not as the template has it. */
export const changed = ({ change, label }: Schemas["Departure"]): string => CHANGES[change](label);
