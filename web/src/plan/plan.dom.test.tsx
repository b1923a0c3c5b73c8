// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { SpreadDialog } from "./dialogs/SpreadDialog";
import { PeopleOfPlan } from "./facts/PeopleOfPlan";
import type { Campaign } from "./model";

const rows = ["Knitters", "Quilters", "Never ran"].map((label, i) => ({
  id: `r${i}`,
  label,
  moneyMinor: 1000,
  locked: i === 1,
})) as unknown as Campaign["rows"];
const campaign = { id: "k", rows, currency: "GBP", basis: "DAILY" } as unknown as Campaign;
const path = { clientId: "c", planId: "p", campaignId: "k" };

describe("spreading money", () => {
  const spread = {
    rows: rows.map((r, i) => ({
      rowId: r.id,
      label: r.label,
      beforeMinor: 1000,
      afterMinor: [1500, 1000, 500][i],
    })),
    brings: {
      counted: "clicks",
      before: 41.2,
      more: 3.1,
      moreFrom: 0.4,
      moreTo: 6,
      step: { from: "Quilters", to: "Knitters", minor: 500, more: 2, moreFrom: -0.5, moreTo: 4.1 },
      mostMinor: 1500,
      rows: [
        { rowId: "r0", before: 20, after: 26, curve: [0, 11, 20, 26] },
        { rowId: "r1", before: 21, after: 21, curve: [0, 12, 21, 27] },
      ],
    },
  };

  function dialog() {
    const onEdit = vi.fn();
    const onClose = vi.fn();
    show(<SpreadDialog {...{ path, campaign, rows, onEdit, onClose }} />);
    return { onEdit, onClose };
  }

  it("says what it brings where it brings most, draws each row that ran, and does what was shown", async () => {
    const { sent } = answering((body) => ({
      body: (body as { how: string }).how === "BRINGS_MOST" ? spread : { rows: spread.rows, brings: null },
    }));
    const { onEdit, onClose } = dialog();
    fireEvent.click(screen.getByText("where it brings most"));
    await screen.findByText(/a day instead of 41/);
    expect(document.querySelector(".brings-more")?.textContent).toContain(
      "About 44 clicks a day instead of 41",
    );
    expect(document.querySelector(".brings-more")?.textContent).toContain(
      "0.4 to 6 more in four cases of five",
    );
    expect(document.querySelector(".brings-more")?.textContent).toContain(
      "Moving £5.00 a day from Quilters to Knitters would bring about 2 more, −0.5 to 4.1.",
    );
    expect(screen.getByLabelText("20 → 26 clicks a day")).toBeTruthy();
    expect(screen.getByText("has not run")).toBeTruthy();
    expect(screen.getByText(/1 locked row keeps its money/)).toBeTruthy();
    fireEvent.click(screen.getByText("Spread it"));
    expect(onEdit).toHaveBeenCalledWith({
      kind: "rowsMoney",
      campaignId: "k",
      rows: [
        { rowId: "r0", minor: 1500 },
        { rowId: "r1", minor: 1000 },
        { rowId: "r2", minor: 500 },
      ],
    });
    expect(onClose).toHaveBeenCalled();
    expect(sent.at(-1)).toMatchObject({ rowIds: ["r0", "r1", "r2"], money: "30", how: "BRINGS_MOST" });
  });

  it("spreads equally by the sum, and cannot where the server refuses", async () => {
    answering((body) =>
      (body as { how: string }).how === "EQUAL"
        ? { body: { rows: spread.rows, brings: null } }
        : { status: 422, body: { status: 422, detail: "None of these rows has run." } },
    );
    const { onEdit } = dialog();
    await waitFor(() => expect(document.querySelectorAll(".spread-bar")).toHaveLength(3));
    fireEvent.click(screen.getByText("Spread it"));
    expect(onEdit).toHaveBeenCalledWith({
      kind: "rowSpread",
      campaignId: "k",
      rowIds: ["r0", "r1", "r2"],
      money: "30",
      how: "EQUAL",
    });
    fireEvent.click(screen.getByText("where it brings most"));
    await screen.findByText("None of these rows has run.");
    expect(screen.getByText("Spread it").closest("button")?.disabled).toBe(true);
  });
});

describe("people of a plan", () => {
  const told = {
    rows: 3,
    left: 1,
    people: { from: 41_000, to: 52_000 },
    added: { from: 70_000, to: 90_000 },
    times: [20_000, 12_000, 7000, 4000, 2000, 1000, 400, 200, 100, 60],
    networks: [
      { network: "Hearthside", rows: 2, people: { from: 30_000, to: 38_000 } },
      { network: "Jumpcut", rows: 1, people: { from: 14_000, to: 18_000 } },
    ],
    everyone: 6_600_000,
  };

  it("are never added, stand by network, and say how often they see it", async () => {
    answering(() => ({ body: told }));
    show(<PeopleOfPlan clientId="c" planId="p" version={1} />);
    const section = await screen.findByLabelText("People of the plan");
    expect(section.textContent).toContain(
      "41–52 k different people in the whole flight, over 3 rows on 2 networks.",
    );
    expect(section.textContent).toContain("Added up the rows would say 70–90 k.");
    expect(section.textContent).toContain("43 % once, 17 % four times or more");
    expect(section.textContent).toContain("Hearthside30–38 k");
    expect(section.textContent).toContain("by chance, among the 6.6 M in these places");
    expect(section.textContent).toContain("Of 1 row more nothing can be told yet.");
    expect(section.querySelectorAll("rect")).toHaveLength(10);
  });

  it("say nothing while no row can be told", async () => {
    const { asked } = answering(() => ({
      body: { ...told, people: null, added: null, times: [], networks: [] },
    }));
    show(<PeopleOfPlan clientId="c" planId="p" version={1} />);
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(screen.queryByLabelText("People of the plan")).toBeNull();
  });
});
