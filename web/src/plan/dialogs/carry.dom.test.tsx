// @vitest-environment jsdom
import { answering, show } from "../../testing/browser";
import { fireEvent, screen, within } from "@testing-library/react";
import { expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import type { Campaign } from "../model";
import { CarryDialog } from "./CarryDialog";

const PATH = { clientId: "c1", planId: "p1", campaignId: "k1" };
const ACCOUNTS = [
  { id: "a1", name: "Withy main", networkName: "Hearthside" },
  { id: "a2", name: "Withy clips", networkName: "Shortwave" },
] as Schemas["AccountView"][];

const ages = (asked: string, got: string, surplus: number, shortage: number) =>
  ({ kind: "AGES_CHANGED", asked, got, surplus, shortage }) as const;

const FORESEEN: Schemas["Foreseen"] = {
  name: "Kits on Shortwave",
  network: "Shortwave",
  budgeting: { basis: "DAILY" },
  columns: 2,
  ads: 6,
  losses: [
    { part: "BID", of: "Sewers", was: "at most £0.50", becomes: "automatic" },
    { part: "BID", of: "Knitters", was: "at most £0.50", becomes: "automatic" },
  ],
  audiences: [],
  rows: [
    {
      of: ["Sewers 25 to 29", "Sewers 30 to 34"],
      label: "Sewers 25 to 34",
      money: { minor: 1000, currency: "GBP" },
      differences: [ages("25 to 29", "25 to 34", 5, 0)],
    },
    { of: ["Weavers"], label: "Weavers", money: { minor: 500, currency: "GBP" }, differences: [] },
    { of: ["Young"], label: "", money: null, differences: [ages("14 to 17", "", 0, 0)] },
  ],
};

it("says what each row becomes before anything is copied", async () => {
  answering(() => ({ body: FORESEEN }));
  const copied: string[] = [];
  show(
    <CarryDialog
      path={PATH}
      campaign={{ id: "k1", name: "Kits", accountId: "a1" } as Campaign}
      accounts={ACCOUNTS}
      onCopy={(id) => copied.push(id)}
      onClose={() => copied.push("closed")}
    />,
  );
  await screen.findByText("2 rows become 1, with the money of all; 1 row left out");
  const rows = within(screen.getByRole("group", { name: "What rows become" }));
  expect(rows.getByText(/from Sewers 25 to 29, Sewers 30 to 34/)).toBeTruthy();
  expect(rows.getByText("£10.00 a day")).toBeTruthy();
  expect(rows.getByText("Left out").parentElement?.textContent).toContain(
    "from Young Shortwave has nobody aged 14 to 17.",
  );
  // What stays as it is is not told.
  expect(rows.queryByText("Weavers")).toBeNull();
  expect(screen.getByText("Sewers and 1 other")).toBeTruthy();
  expect(screen.getByText("Kits on Shortwave").parentElement?.textContent).toBe(
    "The copy is called Kits on Shortwave: 2 rows, 2 creatives, 6 ads, with dates, splits and labels.",
  );
  fireEvent.click(screen.getByRole("button", { name: "Copy to Shortwave" }));
  expect(copied).toEqual(["a2", "closed"]);
});
