// @vitest-environment jsdom
import "../testing/browser";
import { fireEvent, render, screen, within } from "@testing-library/react";
import { beforeAll, describe, expect, it, vi } from "vitest";
import type { MetricView, ResultLine } from "./model";
import { WeekWords } from "./Line";
import { ResultsTable } from "./ResultsTable";

// jsdom does not lay out; the table draws the lines that a box of this size holds.
beforeAll(() => {
  Object.defineProperty(HTMLElement.prototype, "clientHeight", { configurable: true, value: 600 });
  Object.defineProperty(HTMLElement.prototype, "clientWidth", { configurable: true, value: 900 });
});

const sales = { code: "sales", words: "sales", written: "COUNT", better: "HIGH", rests: "", formula: "" };
const cost = {
  code: "cost_per_sale",
  words: "cost per sale",
  written: "MONEY",
  better: "LOW",
  rests: "sales",
  formula: "",
};
const metrics = [sales, cost] as unknown as MetricView[];

const line = (day: string, count: number, rank: number, more: Partial<ResultLine> = {}): ResultLine =>
  ({
    keys: [day],
    currency: "GBP",
    values: { sales: count, spend: 1200, ...(count > 0 && { cost_per_sale: 1200 / count }) },
    ranks: { sales: rank },
    few: [],
    coming: {},
    sought: [],
    ...more,
  }) as unknown as ResultLine;

const lines = [
  line("2027-03-21", 6, 4),
  line("2027-03-22", 4, 2, { coming: { sales: { about: 2.2, from: 1, to: 4 } } }),
  line("2027-03-23", 0, 0),
];

function table(more: Partial<Parameters<typeof ResultsTable>[0]> = {}) {
  const onOrder = vi.fn();
  const onChoose = vi.fn();
  render(
    <ResultsTable
      by={["DAY"]}
      headings={["day"]}
      lines={lines}
      totals={[line("", 10, 0, { keys: [], coming: { sales: { about: 2.2, from: 1, to: 4 } } })]}
      metrics={metrics}
      peopleColumns={[]}
      reach={undefined}
      shown={metrics[0] as MetricView}
      beside={undefined}
      order={undefined}
      onOrder={onOrder}
      chosen={undefined}
      onChoose={onChoose}
      begun="2027-03-23"
      {...more}
    />,
  );
  return { onOrder, onChoose };
}

const row = (day: string) => screen.getByText(day).closest("tr") as HTMLElement;
const numbers = (of: HTMLElement) => within(of).getAllByRole("cell").slice(1);

describe("lines of results", () => {
  it("say what is still to come before a count, and what one will cost, with the words on hover", () => {
    table();
    const [count, each] = numbers(row("22 Mar"));
    expect(count?.textContent).toBe("+2 4");
    expect(count?.title).toBe("about 2 still to come, 1 to 4");
    expect(each?.textContent).toBe("→ £1.94 £3.00");
    expect(each?.title).toBe("about £1.94 once all has come in, £1.50 to £2.40");
    expect(numbers(row("21 Mar"))[0]?.textContent).toBe("6");
    expect(numbers(screen.getByText("All").closest("tr") as HTMLElement)[0]?.textContent).toBe("+2 10");
  });

  it("colour by rank, but not the count of a day that has not ended", () => {
    table();
    expect(numbers(row("21 Mar"))[0]?.style.background).not.toBe("");
    const begun = screen.getByText("23 Mar", { exact: false }).closest("tr") as HTMLElement;
    expect(begun.textContent).toContain("so far");
    expect(numbers(begun)[0]?.style.background).toBe("");
    expect(numbers(begun)[1]?.textContent).toBe("–");
  });

  it("hatch what is too little to say", () => {
    table({ lines: [line("2027-03-21", 1, 0, { few: ["sales"] })] });
    expect(numbers(row("21 Mar"))[0]?.title).toBe("Too few to say");
  });

  it("are put in order by a heading, and chosen by a click", () => {
    const { onOrder, onChoose } = table();
    fireEvent.click(screen.getByRole("button", { name: "Cost per sale" }));
    expect(onOrder).toHaveBeenCalledWith("cost_per_sale");
    fireEvent.click(row("22 Mar"));
    expect(onChoose).toHaveBeenCalledWith(lines[1]);
  });
});

describe("words about the week", () => {
  const week = {
    factors: [1.1, 1, 1, 1, 0.9, 0.9, 1.1],
    weeks: 6,
    unusual: [1, 2, 3, 4].map((d) => ({ day: `2027-03-0${d}`, value: 40, from: 10, to: 22 })),
    beside: 1.08,
  };
  const show = (more: Partial<typeof week> = {}) =>
    render(<WeekWords week={{ ...week, ...more }} metric={metrics[0] as MetricView} currency="GBP" />)
      .container;

  it("say what weekdays alone make of two ranges, and name the last unusual days", () => {
    const words = show().textContent;
    expect(words).toContain("For their weekdays alone the sales would be 8 % higher");
    expect(words).toContain("by 6 weeks before");
    expect(words).toContain("4 Mar 40, usually 10 to 22 and 1 before.");
    expect(words).not.toContain("1 Mar 40");
  });

  it("are silent of what makes no difference", () => {
    expect(show({ beside: 1.01, unusual: [] }).textContent).toBe("");
  });
});
