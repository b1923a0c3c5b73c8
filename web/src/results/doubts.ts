import type { Schemas } from "../api/client";
import { count, day, money } from "../look/format";

type LineAside = Schemas["LineAside"];

/** Fields that are no number, as people call them; a number is called by its code. */
const FIELDS: Record<string, string> = { adId: "ad", hour: "hour", day: "day", seq: "number of the line" };

const MONEY = ["spend", "value", "spendMinor", "valueMinor"];

const LONGEST = 40;

function named(field: string): string {
  return (
    FIELDS[field] ??
    field
      .replace(/Minor$/, "")
      .replace(/_|(?=[A-Z0-9])/g, " ")
      .toLowerCase()
      .replace(/ +/g, " ")
  );
}

/** Hour or day as it was told, where it is one. */
export function whenTold(line: Pick<LineAside, "at" | "report">): string {
  if (Number.isNaN(Date.parse(line.at))) return line.at ? `“${line.at.slice(0, LONGEST)}”` : "not told";
  const date = `${day(line.at.slice(0, 10))} ${line.at.slice(0, 4)}`;
  return line.report
    ? `${date}, by ${line.report.replace(",", " and ")}`
    : `${date}, ${line.at.slice(11, 16)} UTC`;
}

/** Why a line is not believed, in a sentence. */
export function doubtWords(line: Pick<LineAside, "kind" | "field" | "told" | "bound" | "currency">): string {
  const name = named(line.field);
  const sum = (minor: number) => (MONEY.includes(line.field) ? money(minor, line.currency) : count(minor));
  switch (line.kind) {
    case "UNREADABLE":
      return line.told ? `“${line.told}” stands for its ${name}` : `It says no ${name}`;
    case "TOO_LITTLE":
      return `${sum(Number(line.told))} ${name}; there are none below ${sum(line.bound ?? 0)}`;
    case "TOO_MUCH":
      return `${sum(Number(line.told))} ${name}; at most ${sum(line.bound ?? 0)} are believed`;
    case "TOO_EARLY":
      return `Further back than the ${count(line.bound ?? 0)} days that networks tell of`;
    case "TO_COME":
      return "That hour is still to come";
  }
}
