// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Playbook } from "../api/playbook";
import { PlaybookRules } from "./PlaybookRules";

const PLAYBOOK: Playbook = {
  moves: ["LEAVE_ALONE", "STOP", "RAISE", "SIDEWAYS"],
  leaveDays: 5,
  raisePercent: 15,
  copies: 3,
  stopSpend: 2,
  emptySpend: 4,
  tiredShare: 0.6,
  tiredFrequency: 3,
  certainty: 0.95,
  judged: [{ temperature: "COLD", metric: "cost_per_click", value: 80, currency: "GBP" }],
} as unknown as Playbook;
const metric = (code: string, words: string, written: string) => ({
  code,
  words,
  written,
  rests: true,
  own: null,
  better: "LOW",
});
const OFFER = {
  metrics: [
    metric("cost_per_click", "cost per click", "MONEY"),
    metric("cost_per_sale", "cost per sale", "MONEY"),
    metric("click_rate", "click rate", "SHARE"),
  ],
  judged: { COLD: ["cost_per_click"], WARM: ["cost_per_click"], RETARGETING: ["cost_per_sale"] },
};
const given = (row: string, move: string, on: string) => ({
  rowId: row,
  row,
  campaign: "Kits",
  move,
  day: on,
  metric: OFFER.metrics[0],
  currency: "GBP",
  before: 90,
  since: 60,
  days: 6,
});

function desk(tried: object, refuses?: string) {
  const told = answering((body, path) => {
    if (path.endsWith("/offer")) return { body: OFFER };
    if (path.endsWith("/playbook") && body)
      return refuses ? { status: 422, body: { detail: refuses } } : { body };
    if (path.endsWith("/playbook")) return { body: PLAYBOOK };
    return { body: tried };
  });
  const accounts = [{ id: "a1", currency: "GBP" }] as never;
  show(<PlaybookRules clientId="c1" things={null} accounts={accounts} />);
  return { ...told, kept: () => told.sent.at(-1) as Playbook };
}

const keep = async () => fireEvent.click(await screen.findByRole("button", { name: "Keep it" }));
const NOTHING = { from: null, to: null, given: [] };

describe("a playbook", () => {
  it("changes limits and rules, says that advice does not go by them yet, and keeps them all at once", async () => {
    const { kept } = desk(NOTHING);
    const copies = await screen.findByLabelText("Copies sideways");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Keep it" }).disabled).toBe(true);
    fireEvent.change(copies, { target: { value: "4" } });
    fireEvent.change(screen.getByLabelText("Certainty"), { target: { value: "90" } });
    fireEvent.click(screen.getByRole("checkbox", { name: "Stop a bad row" }));
    fireEvent.click(screen.getByRole("checkbox", { name: "Refresh a tired creative" }));
    screen.getByText("Changed here, not kept yet; advice goes by what was kept before");
    await keep();
    await waitFor(() => expect(kept()).toMatchObject({ copies: 4, certainty: 0.9 }));
    expect(kept().moves).toEqual(["LEAVE_ALONE", "RAISE", "SIDEWAYS", "REFRESH"]);
    await screen.findByText("Kept. Advice goes by it from now on.");
  });

  it("judges each temperature by its own number, in money or as a share", async () => {
    const { kept } = desk(NOTHING);
    await screen.findByLabelText("Number for warm");
    await pick("Number for warm", "Click rate");
    const target = screen.getByLabelText<HTMLInputElement>("Target for warm");
    fireEvent.change(target, { target: { value: "2" } });
    await keep();
    await waitFor(() => expect(kept().judged).toHaveLength(2));
    expect(kept().judged[0]).toEqual(PLAYBOOK.judged[0]);
    expect(kept().judged[1]).toEqual({
      temperature: "WARM",
      metric: "click_rate",
      value: 0.02,
      currency: "",
    });
  });

  it("that is not taken stays as it was changed, until it is dropped", async () => {
    desk(NOTHING, "Nothing would ever be advised.");
    const days = await screen.findByLabelText<HTMLInputElement>("Days left alone");
    fireEvent.change(days, { target: { value: "9" } });
    await keep();
    await screen.findByText("Nothing would ever be advised.");
    expect(screen.getByLabelText<HTMLInputElement>("Days left alone").value).toBe("9");
    fireEvent.click(screen.getByRole("button", { name: "Drop the changes" }));
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("Days left alone").value).toBe("5"));
  });

  it("is tried on the past before it is kept: a line for each row, a mark for each day", async () => {
    const { sent } = desk({
      from: "2027-03-01",
      to: "2027-03-11",
      given: [
        given("Knitters", "RAISE", "2027-03-06"),
        given("Knitters", "STOP", "2027-03-11"),
        given("Readers", "STOP", "2027-03-01"),
      ],
    });
    fireEvent.change(await screen.findByLabelText("Step of a raise"), { target: { value: "10" } });
    fireEvent.click(screen.getByRole("button", { name: "Try it on the past" }));
    await screen.findByText("Tried on 1 Mar to 11 Mar: 3 pieces of advice");
    expect(sent.at(-1)).toMatchObject({ raisePercent: 10 });
    const marks = screen.getAllByRole("img").filter((m) => m.className.includes("mark"));
    expect(marks.map((m) => m.style.left)).toEqual(["50%", "100%", "0%"]);
    expect(marks.map((m) => m.className.includes("stops"))).toEqual([false, true, true]);
    expect(document.querySelectorAll(".days-tried-field .row")).toHaveLength(2);
  });

  it("says that there is nothing to try it on", async () => {
    desk(NOTHING);
    fireEvent.click(await screen.findByRole("button", { name: "Try it on the past" }));
    await screen.findByText("No campaign runs that it could be tried on.");
  });
});
