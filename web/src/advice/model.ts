import { type Advice, type Move, type Playbook } from "../api/playbook";
import { day, money, plural } from "../look/format";
import { change, figure } from "../results";
import type { Decision } from "./queries";

export const MOVE_WORDS: Record<Move, string> = {
  RAISE_BID: "raise a bid that does not deliver",
  STOP_WITHOUT_RESULTS: "stop a row that brings nothing",
  STOP: "stop a bad row",
  REFRESH: "refresh a tired creative",
  SHIFT: "shift money from a bad row to a good one",
  TO_SCALING: "move winners to scaling",
  RAISE: "raise a good row",
  SIDEWAYS: "copy a good row sideways",
  DOUBLE: "copy a good row once at double",
  LEAVE_ALONE: "leave new and changed rows alone",
};

/** What would be done, as the button says it. */
export function doing(
  advice: Pick<Advice, "move" | "amount" | "currency" | "dailyMinor" | "moneyMinor" | "toRow" | "until">,
  move: Move = advice.move,
  copies = advice.amount,
): string {
  const cash = (minor: number) => money(minor, advice.currency);
  const daily = advice.dailyMinor;
  switch (move) {
    case "RAISE": {
      const percent = move === advice.move ? advice.amount : 15;
      return `Raise its money by ${Math.round(percent)} %, ${cash(daily)} to ${cash(Math.round(daily * (1 + percent / 100)))} a day`;
    }
    case "TO_SCALING":
      return `Copy it to scaling at ${cash(daily * 2)} a day; the test stays as it is`;
    case "STOP":
    case "STOP_WITHOUT_RESULTS":
      return "Stop it";
    case "SIDEWAYS":
      return move === advice.move
        ? `Copy it sideways ${plural(copies, "time")}, ${cash(daily)} a day each`
        : `Copy it sideways at ${cash(daily)} a day each`;
    case "DOUBLE":
      return `Copy it once at double, ${cash(daily * 2)} a day`;
    case "RAISE_BID":
      return `Raise its bid to ${cash(advice.moneyMinor ?? 0)}`;
    case "SHIFT":
      return `Shift money from it to “${advice.toRow ?? ""}”, which then has ${cash(advice.moneyMinor ?? 0)} a day`;
    case "REFRESH":
      return "Give it a fresh creative";
    case "LEAVE_ALONE":
      return advice.until ? `Leave it alone until ${day(advice.until)}` : "Leave it alone";
  }
}

/** What it costs or saves a day. */
export function costs(advice: Advice): string {
  if (advice.perDayMinor === 0) return "costs nothing";
  const cash = money(Math.abs(advice.perDayMinor), advice.currency);
  return advice.perDayMinor > 0 ? `+${cash} a day` : `saves ${cash} a day`;
}

/** Too few days say nothing of what came of a decision. */
const LEAST_DAYS = 3;

/** What came of a decision, in a few words. */
export function came(decision: Decision): string {
  if (decision.decided !== "TAKEN") return "–";
  if (decision.days < LEAST_DAYS)
    return decision.days === 0 ? "too early" : `${plural(decision.days, "day")}, too early`;
  if (decision.since == null) return `nothing more in ${plural(decision.days, "day")}`;
  const of = (v: number | null | undefined) => figure(decision.metric, v, decision.currency);
  return `${of(decision.before)} → ${of(decision.since)} in ${plural(decision.days, "day")}, ${change(decision.since, decision.before ?? undefined)}`;
}

/** The rules of a playbook as lines of text. */
export function rulesOf(playbook: Playbook): { move: Move; says: string }[] {
  const sure = `${Math.round(playbook.certainty * 100)} %`;
  return [
    {
      move: "LEAVE_ALONE",
      says: `New and changed rows are left alone for ${plural(playbook.leaveDays, "day")}.`,
    },
    { move: "RAISE_BID", says: "An approved row that is shown to nobody bids too low." },
    {
      move: "STOP_WITHOUT_RESULTS",
      says: `No result after ${playbook.emptySpend} times what one may cost: stop.`,
    },
    {
      move: "STOP",
      says: `Worse, ${sure} sure, after ${playbook.stopSpend} times what a result may cost: stop.`,
    },
    {
      move: "REFRESH",
      says: `Click rate under ${Math.round(playbook.tiredShare * 100)} % of its first days at ${playbook.tiredFrequency} views a person: a fresh creative.`,
    },
    {
      move: "TO_SCALING",
      says: `A winner of a test, ${sure} sure: copy it to scaling, the test left whole.`,
    },
    { move: "RAISE", says: `Better, ${sure} sure: ${playbook.raisePercent} % more money.` },
    { move: "SIDEWAYS", says: `Or copied sideways ${plural(playbook.copies, "time")} at the same money.` },
    { move: "DOUBLE", says: "Or copied once at double." },
    { move: "SHIFT", says: "When the brief’s money is spoken for: shifted from the worst row." },
  ];
}
