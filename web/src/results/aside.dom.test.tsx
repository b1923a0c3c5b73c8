// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it } from "vitest";
import { Aside } from "./Aside";

const LINE = {
  accountId: "a1",
  account: "Hearthside GBP",
  currency: "GBP",
  report: "",
  ad: "X00",
  name: "Sock, women",
  at: "2027-03-28T11:00:00Z",
  kind: "TOO_LITTLE",
  field: "clicks",
  told: "-9",
  bound: 0,
  since: "2027-03-28T12:00:00Z",
};

function drawn(lines: object[], address = "/") {
  answering(() => ({ body: lines }));
  show(
    <MemoryRouter initialEntries={[address]}>
      <Aside clientId="c1" />
    </MemoryRouter>,
  );
}

it("tells of lines that are not counted, and opens them", async () => {
  drawn([LINE, { ...LINE, ad: "X9", name: null, field: "hour", kind: "UNREADABLE", told: "x", at: "x" }]);
  fireEvent.click(await screen.findByText("2 lines of reports, not counted"));
  const table = await screen.findByRole("table");
  const rows = within(table).getAllByRole("row");
  expect(rows[1]?.textContent).toContain("Sock, women");
  expect(rows[1]?.textContent).toContain("-9 clicks; there are none below 0");
  expect(rows[2]?.textContent).toContain("X9“x”“x” stands for its hour");
});

it("is open at once for who comes to look at them", async () => {
  drawn([LINE], "/?aside=");
  await screen.findByRole("table");
});

it("is nothing where all is believed", async () => {
  drawn([]);
  await new Promise((done) => setTimeout(done, 50));
  expect(document.body.textContent).toBe("");
});
