import { type TestView } from "../api/tests";
import { count, day, plural } from "../look/format";
import { figure, titled } from "../results";

/** A part as a person says it: 0.25 is 25 %. */
export function percent(part: number): string {
  const value = part * 100;
  return `${value < 10 ? Number(value.toFixed(1)) : Math.round(value)} %`;
}

/** How rarely luck alone does as much: 0.0385 is "about once in 26 times". */
export function rarely(p: number): string {
  return p < 0.0001 ? "less than once in 10,000 times" : `about once in ${count(Math.round(1 / p))} times`;
}

/** How far the looks are, by their numbers: some may be passed over, when more comes in at once than they wait for. */
export function lookAt(test: TestView): { number: number; passedOver: number[] } {
  const taken = test.course.looks.map((l) => l.number);
  const number = Math.max(0, ...taken);
  return {
    number,
    passedOver: Array.from({ length: number }, (_, i) => i + 1).filter((n) => !taken.includes(n)),
  };
}

export function shortP(p: number): string {
  return p < 0.0001 ? "under 0.0001" : p.toPrecision(2);
}

const LONGEST_VALUE = 60;

/** A cell by the value of the variable where that is short, else by its row's label. */
export function cellName(test: TestView, cell: TestView["cells"][number]): string {
  return nameOfCell(
    cell.label,
    test.asked.variables.map((v) => cell.values[v] ?? ""),
  );
}

/** By its values of what is tested, where there is one of each and they are short; by its label where not. */
export function nameOfCell(label: string, values: readonly string[]): string {
  const name = values.join(" × ");
  return name && values.every(Boolean) && name.length <= LONGEST_VALUE ? name : label;
}

/** What the verdict says at its head, and the sentence after it. */
export interface Said {
  head: string;
  tone: "good" | "still" | "bad";
  says: string;
}

const byValue = (test: TestView) => {
  const low = test.asked.metric.better === "LOW";
  return test.cells
    .map((cell, at) => ({ cell, at }))
    .filter(({ cell }) => cell.value != null)
    .sort((a, b) => ((a.cell.value ?? 0) - (b.cell.value ?? 0)) * (low ? 1 : -1));
};

/** How far the first is from the second, as a part of the second: "34 % lower". */
function apart(first: number, second: number): string {
  return `${percent(Math.abs(first - second) / second)} ${first < second ? "lower" : "higher"}`;
}

const points = (share: number) => (share * 100).toFixed(2);

/** The verdict as one plain sentence. */
export function said(test: TestView): Said {
  const words = test.asked.metric.words;
  const of = (value: number | null | undefined) => figure(test.asked.metric, value, test.place.currency);
  const variable = test.asked.variables.join(" and ") || "difference";
  if (test.state === "SET_UP") {
    return {
      head: "Set up, not launched.",
      tone: "still",
      says: `Launch the campaign; the network then holds its ${plural(test.cells.length, "row")} apart, and days count from ${day(test.asked.startsOn)}.`,
    };
  }
  if (test.verdict.outcome === "BROKEN") {
    return {
      head: "Broken.",
      tone: "bad",
      says: `${test.verdict.why.map(titled).join(". ")}. What came after that cannot be put down to the ${variable}.`,
    };
  }
  const [first, second] = byValue(test);
  if (!first || !second || first.cell.value == null || second.cell.value == null) {
    return {
      head: "Not yet.",
      tone: "still",
      says: `Of ${test.asked.metric.restsWords || words} too few have come to tell anything.`,
    };
  }
  const numbers = `“${cellName(test, first.cell)}” has a ${words} of ${of(first.cell.value)}, “${cellName(test, second.cell)}” of ${of(second.cell.value)}`;
  if (test.verdict.outcome === "WINNER") {
    const between =
      test.verdict.low != null && test.verdict.high != null
        ? `, between ${points(test.verdict.low)} and ${points(test.verdict.high)} points`
        : "";
    return {
      head: "Winner.",
      tone: "good",
      says: `${numbers}: ${apart(first.cell.value, second.cell.value)}${between}. Luck alone does as much ${rarely(test.verdict.p)}.`,
    };
  }
  if (test.verdict.outcome === "NO_DIFFERENCE") {
    const seen =
      test.course.visible == null
        ? "What came could not have shown any difference."
        : test.course.visible <= test.asked.least * 1.02
          ? `A difference of ${percent(test.asked.least)} would have been found ${Math.round(test.asked.power * 10)} times in 10.`
          : `What came could have shown ${percent(test.course.visible)} or more, not the ${percent(test.asked.least)} that was asked for.`;
    return { head: "No real difference.", tone: "still", says: `${numbers}. ${seen}` };
  }
  if (test.course.late) {
    return {
      head: "Not yet.",
      tone: "still",
      says: `${numbers}. Its days are over, and results still come in for them: the last look is taken at the end of ${day(test.course.late)}, when nearly all are there.`,
    };
  }
  const days =
    test.course.daysLeft == null
      ? ""
      : ` About ${plural(Math.max(1, Math.ceil(test.course.daysLeft)), "more day")} at this money should settle it.`;
  return {
    head: "Not yet.",
    tone: "still",
    says: `${numbers}. That could still be luck: ${percent(test.course.part)} of what was planned has come in.${days}`,
  };
}

function winnerName(test: TestView): string {
  const cell = test.cells[test.verdict.winner ?? 0];
  return cell ? cellName(test, cell) : "";
}

/** A test in a few words for lists. */
export function inShort(test: TestView): string {
  switch (test.state) {
    case "SET_UP":
      return `set up, ${plural(test.cells.length, "cell")}`;
    case "RUNNING":
      return `${plural(test.cells.length, "cell")} · ${percent(test.course.part)} of what it needs`;
    default:
      return verdictInShort(test.verdict.outcome, winnerName(test), test.verdict.why[0] ?? "");
  }
}

/** What a test says that has said it all; the winner by name, and what broke it, where either is. */
export function verdictInShort(outcome: TestView["verdict"]["outcome"], winner: string, why: string): string {
  switch (outcome) {
    case "WINNER":
      return `winner: ${winner}`;
    case "BROKEN":
      return `broken: ${why}`;
    case "NO_DIFFERENCE":
      return "no real difference";
    case "NOT_YET":
      return "ended before it could tell";
  }
}

/** Tests whose name, hypothesis, variables, cells or lesson hold every word. */
export function found(tests: readonly TestView[], text: string): TestView[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return tests.filter((t) => {
    const all = [
      t.name,
      t.hypothesis,
      t.learned,
      t.place.campaign ?? "",
      t.asked.metric.words,
      ...t.asked.variables,
      ...t.cells.flatMap((c) => [c.label, ...Object.values(c.values)]),
    ]
      .join(" ")
      .toLowerCase();
    return words.every((w) => all.includes(w));
  });
}

/** The range that the intervals of some numbers are drawn in. */
export function span(cells: readonly { value?: number | null; low?: number | null; high?: number | null }[]) {
  const all = cells.flatMap((c) => [c.low, c.value, c.high]).filter((v): v is number => v != null);
  if (all.length === 0) return { from: 0, to: 1 };
  const [from, to] = [Math.min(...all), Math.max(...all)];
  const room = (to - from || to || 1) * 0.06;
  return { from: Math.max(0, from - room), to: to + room };
}
