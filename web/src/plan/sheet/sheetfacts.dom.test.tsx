// @vitest-environment jsdom
import { answering, show } from "../../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it } from "vitest";
import { Reads } from "../../frame/reads";
import type { Lens } from "../model";
import { SheetFacts } from "./SheetFacts";

const PLACE = { campaignId: "k", rowId: "r", columnId: null, field: "money" };
const FOUND = {
  rule: "money.under-lowest",
  severity: "WARNING",
  says: "Money is low.",
  mend: "Raise the money",
  mendable: true,
  place: PLACE,
};
const row = {
  id: "r",
  label: "Parents",
  audienceId: "a",
  cells: [{}],
  slices: [],
  size: { people: 900_000 },
  moneyMinor: 500,
  flightMinor: 7_000,
  delivery: { hoursWords: "all day", showing: { all: true, placements: [] }, bidWords: "lowest cost" },
};
const campaign = {
  id: "k",
  rows: [row],
  columns: [{ id: "c", creativeId: "v" }],
  adStates: [],
  excluded: [],
  currency: "GBP",
  days: 14,
  start: "2027-03-09",
  lastDay: "2027-03-22",
  findings: [FOUND],
  silenced: [{ finding: FOUND, why: "Known.", person: "Ines" }],
};

function drawn(lens: Lens, reads: boolean, findings: object[] = [FOUND]) {
  const done: string[] = [];
  answering(() => ({ body: {} }));
  const does = (what: string) => () => void done.push(what);
  show(
    <MemoryRouter>
      <Reads value={reads}>
        <SheetFacts
          {...({ clientId: "c1", planId: "p", version: 1, lens, campaigns: [], names: undefined } as const)}
          whole={{ ...campaign, findings } as never}
          campaign={campaign as never}
          focusRow={row as never}
          column={0}
          selected={1}
          focusMoney={0}
          audience={undefined}
          creativeOf={new Map()}
          jump={does("jump")}
          mend={does("mend")}
          mendAll={does("mend all")}
          leave={does("leave")}
          onMoney={does("money")}
          onLock={does("lock")}
          onShared={does("shared")}
          onOpen={does("open")}
        />
      </Reads>
    </MemoryRouter>,
  );
  return done;
}

it.each([
  { lens: "checks", reads: false, mends: 1, leaves: 1 },
  { lens: "checks", reads: true, mends: 0, leaves: 0 },
  { lens: "structure", reads: false, mends: 1, leaves: 0 },
  { lens: "structure", reads: true, mends: 0, leaves: 0 },
] as const)(
  "leads to what was found, and mends it for who may: $lens, $reads",
  ({ lens, reads, mends, leaves }) => {
    const done = drawn(lens, reads);
    const way = screen.getByRole<HTMLButtonElement>("button", { name: "Raise the money" });
    expect(way.matches(":disabled")).toBe(false);
    fireEvent.click(way);
    expect(done).toEqual(["jump"]);
    expect(screen.queryAllByRole("button", { name: "mend it: Raise the money" })).toHaveLength(mends);
    expect(screen.queryAllByRole("button", { name: "leave it" })).toHaveLength(leaves);
    const money = screen.queryByRole("textbox", { name: /^Money/ });
    if (money) expect(money.matches(":disabled")).toBe(reads);
    const again = screen.queryByRole("button", { name: "tell it again", hidden: true });
    if (again) expect(again.matches(":disabled")).toBe(reads);
    expect(!!money).toBe(lens === "structure");
    expect(!!again).toBe(lens === "checks");
  },
);

it.each([
  { count: 3, folded: 0, mendable: 3, all: null },
  { count: 60, folded: 59, mendable: 60, all: "mend all 60" },
  { count: 60, folded: 59, mendable: 1, all: null },
])("folds what is alike, and mends it all at once: $count, $mendable", ({ count, folded, mendable, all }) => {
  const findings = Array.from({ length: count }, (_, i) => ({
    ...FOUND,
    says: `Row ${i} is low.`,
    mendable: i < mendable,
  }));
  const other = { ...FOUND, rule: "schedule.start-past", says: "It began.", mend: "Begin it today" };
  const done = drawn("checks", false, [...findings, other]);
  expect(screen.getByText("Row 0 is low.").closest("details")).toBeNull();
  expect(screen.getByText("It began.").closest("details")).toBeNull();
  const others = [...document.querySelectorAll(".finding-others .finding")];
  expect(others).toHaveLength(folded);
  if (folded > 0) expect(screen.getByText(`and ${folded} more like it`)).toBeTruthy();
  const mend = screen.queryByRole("button", { name: /^mend all/ });
  expect(mend?.textContent ?? null).toBe(all);
  if (mend) fireEvent.click(mend);
  expect(done).toEqual(all ? ["mend all"] : []);
});
