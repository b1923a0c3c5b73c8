// @vitest-environment jsdom
import { answering, pick, show } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { Problem, type Schemas } from "../../api/client";
import type { Campaign } from "../model";
import { CampaignForm } from "./CampaignForm";
import { NewCampaign, type Onto } from "./NewCampaign";

const goal = (charged: string, siteEvent: string | null) => ({
  code: "g",
  words: "Goal",
  charged: [charged],
  siteEvent,
});
const OFFERS: Record<string, unknown> = {
  hs: {
    objectives: [
      { code: "traffic", words: "Traffic", formats: ["single-picture"], goals: [goal("CLICK", null)] },
      { code: "conversions", words: "Conversions", formats: [], goals: [goal("IMPRESSION", "purchase")] },
      { code: "messages", words: "Messages", formats: ["chat"], goals: [goal("IMPRESSION", null)] },
    ],
    spending: { levels: ["CAMPAIGN", "AD_GROUP"], lifetime: true },
    subjects: [{ code: "jobs", words: "Jobs" }],
    money: [{ currency: "GBP", lowestDailyMinor: 500 }],
  },
  sw: {
    objectives: [
      { code: "reach", words: "Reach", formats: ["single-picture"], goals: [goal("IMPRESSION", null)] },
    ],
    spending: { levels: ["AD_GROUP"], lifetime: false },
    subjects: [],
    money: [{ currency: "DKK", lowestDailyMinor: 4000 }],
  },
};

const account = (id: string, name: string, currency: string, zone: string) =>
  ({ id, name, networkName: name, currency, zone, siteTag: false }) as unknown as Schemas["AccountView"];
const HS = account("hs", "Hearthside", "GBP", "Europe/London");
const SW = account("sw", "Shortwave", "DKK", "Pacific/Auckland");

const RUNS = {
  id: "k",
  name: "Kits",
  accountId: "hs",
  objective: "traffic",
  temperature: "WARM",
  purpose: "SCALING",
  start: "2027-03-09",
  lastDay: "2027-03-22",
  basis: "DAILY",
  sharedMinor: null,
  moneyPerRowMinor: 1250,
  dailyMinor: 2500,
  flightMinor: 35_000,
  currency: "GBP",
  subject: null,
} as unknown as Campaign;

const AUDIENCES = ["Knitters", "Knitters in rain", "Menders"].map((name, i) => ({
  id: `a${i}`,
  name,
  accountId: i === 2 ? "sw" : "hs",
  size: null,
}));
const CREATIVES = ["Sock", "Mended sock", "Jumper"].map((name, i) => ({
  creative: { id: `c${i}`, name, headlines: ["Mend it"], format: i === 2 ? "chat" : "single-picture" },
}));

function form(of: {
  campaign?: Campaign;
  before?: Campaign[];
  onto?: Onto;
  answers?: (edit: Schemas["EditBody"]) => Promise<void>;
}) {
  answering((_, path) => {
    if (path === "/api/clock") return { body: { now: "2027-03-23T18:00:00Z" } };
    if (path.endsWith("/templates")) return { body: [] };
    if (path.endsWith("/audiences")) return { body: AUDIENCES };
    if (path.endsWith("/creatives")) return { body: CREATIVES };
    return { body: { rulebook: OFFERS[/accounts\/(\w+)/.exec(path)?.[1] ?? ""], topics: [] } };
  });
  const send = vi.fn(of.answers ?? (() => Promise.resolve()));
  const onClose = vi.fn();
  const asked = { clientId: "c", account: HS, onClose, send };
  show(
    of.campaign ? (
      <CampaignForm {...asked} field={undefined} campaign={of.campaign} />
    ) : (
      <NewCampaign
        {...asked}
        accounts={[HS, SW]}
        title="New campaign"
        named="Name"
        ok="Add campaign"
        suggested="Winter kits"
        before={of.before ?? []}
        onto={of.onto}
      />
    ),
  );
  return { send, onClose };
}

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label, { selector: "input" }), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

describe("what a campaign is", () => {
  it("begins on the account's day of the practice clock, for two weeks, with more than the network's least", async () => {
    const { send, onClose } = form({});
    await screen.findByLabelText("First day");
    type("Name", "Kits, find buyers");
    // A browser sends a form by Enter in any field where a button of it would; here Enter ends a date that is typed.
    expect(document.querySelector("button[form], form [type=submit]")).toBeNull();
    press("Add campaign");
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    expect(send).toHaveBeenCalledWith({
      kind: "newCampaign",
      accountId: "hs",
      facts: {
        name: "Kits, find buyers",
        objective: "traffic",
        temperature: "COLD",
        purpose: "TESTING",
        start: "2027-03-23",
        lastDay: "2027-04-05",
        basis: "DAILY",
        shared: false,
        subject: null,
        money: "10",
      },
      audienceIds: [],
      creativeIds: [],
    });
  });

  it("begins as the last one of the account, from today on for as many days", async () => {
    const { send } = form({ before: [RUNS, { ...RUNS, id: "older", objective: "conversions" }] });
    await screen.findByText(/What is not typed is as in “Kits”/);
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Winter kits");
    // Pressed twice it is made once.
    for (let times = 0; times < 2; times++)
      fireEvent.keyDown(screen.getByLabelText("Name"), { key: "Enter" });
    await waitFor(() => expect(send).toHaveBeenCalled());
    expect(send).toHaveBeenCalledOnce();
    expect(send.mock.calls[0]?.[0]).toMatchObject({
      facts: {
        name: "Winter kits",
        objective: "traffic",
        temperature: "WARM",
        purpose: "SCALING",
        start: "2027-03-23",
        lastDay: "2027-04-05",
        money: "12.50",
      },
    });
  });

  it.each([
    {
      rows: "knit",
      columns: "sock",
      ticked: [],
      made: [
        ["a0", "a1"],
        ["c0", "c1"],
      ],
      says: "2 rows × 2 creatives, 4 ads",
    },
    {
      rows: "rain",
      columns: "",
      ticked: ["Jumper"],
      made: [["a1"], ["c2"]],
      says: "1 row × 1 creative, 1 ad",
    },
    // What is ticked is meant, whatever else is found by what was typed.
    {
      rows: "knit",
      columns: "sock",
      ticked: ["Knitters in rain"],
      made: [["a1"], ["c0", "c1"]],
      says: "1 row × 2 creatives, 2 ads",
    },
    {
      rows: "nobody",
      columns: "",
      ticked: [],
      made: [[], []],
      says: "The sheet begins empty; rows and columns can come later.",
    },
  ])(
    "takes rows “$rows” and columns “$columns” with $ticked: $says",
    async ({ rows, columns, ticked, made, says }) => {
      const { send } = form({});
      await screen.findByText("Knitters in rain");
      // Of this account alone.
      expect(screen.queryByText("Menders")).toBeNull();
      for (const words of ticked)
        fireEvent.click(screen.getByRole("checkbox", { name: new RegExp(`^${words} `) }));
      type("People to talk to", rows);
      type("What they see", columns);
      expect(screen.getByText(says)).toBeTruthy();
      fireEvent.keyDown(screen.getByLabelText("What they see", { selector: "input" }), { key: "Enter" });
      await waitFor(() => expect(send).toHaveBeenCalled());
      expect(send.mock.calls[0]?.[0]).toMatchObject({ audienceIds: made[0], creativeIds: made[1] });
    },
  );

  it("goes by the account that is chosen: its day, its least money, what it offers", async () => {
    const { send } = form({});
    await screen.findByLabelText("First day");
    type("Name", "Reach them");
    fireEvent.click(screen.getByText("all rows together"));
    await pick("Account", "Shortwave, Shortwave");
    await screen.findByLabelText("Each new row, a day, DKK");
    // Auckland is in the next day already, and Shortwave takes neither money for the flight nor for a campaign.
    expect(screen.getByLabelText<HTMLInputElement>("First day").value).toBe("24 Mar 2027");
    expect(screen.queryByText("Money is given")).toBeNull();
    expect(screen.queryByText("all rows together")).toBeNull();
    expect(screen.queryByLabelText("Regulated subject")).toBeNull();
    expect(screen.getByText("Charged by impression")).toBeTruthy();
    press("Add campaign");
    await waitFor(() => expect(send).toHaveBeenCalled());
    expect(send.mock.calls[0]?.[0]).toMatchObject({
      accountId: "sw",
      facts: { name: "Reach them", objective: "reach", money: "40", shared: false, start: "2027-03-24" },
    });
  });

  it("says which objectives want a site tag, and what is charged", async () => {
    form({});
    await screen.findByText("Charged by click");
    await pick("Objective", "Conversions (needs a site tag)");
    expect(await screen.findByText("Charged by impression")).toBeTruthy();
  });

  it.each([
    { to: ["for the flight"], label: "Each new row, for the 14 days, GBP", money: "175" },
    { to: ["all rows together"], label: "All rows together, a day, GBP", money: "25" },
    {
      to: ["for the flight", "all rows together"],
      label: "All rows together, for the 14 days, GBP",
      money: "350",
    },
  ])("keeps what is spent when money is given another way: $to", async ({ to, label, money }) => {
    form({ campaign: RUNS });
    expect((await screen.findByLabelText<HTMLInputElement>("Each new row, a day, GBP")).value).toBe("12.50");
    for (const words of to) {
      fireEvent.click(screen.getByText(words));
      await screen.findByText(words === "for the flight" ? /for the 14 days, GBP/ : /^All rows together/);
    }
    expect((await screen.findByLabelText<HTMLInputElement>(label)).value).toBe(money);
  });

  it("shows a refusal at its field, and stays", async () => {
    const { send, onClose } = form({
      campaign: RUNS,
      answers: () =>
        Promise.reject(
          new Problem(422, "The last day, 2027-03-01, is before the first, 2027-03-09.", "lastDay"),
        ),
    });
    await screen.findByLabelText("Last day");
    press("Keep");
    expect(await screen.findByText(/is before the first, 2027-03-09/)).toBeTruthy();
    expect(send.mock.calls[0]?.[0]).toMatchObject({ kind: "campaignChange", campaignId: "k" });
    expect(onClose).not.toHaveBeenCalled();
  });

  it.each([
    { onto: { audienceIds: [], creativeIds: ["c0"] }, objective: "conversions", seeks: "traffic" },
    { onto: { audienceIds: [], creativeIds: ["c2"] }, objective: "traffic", seeks: "messages" },
    { onto: { audienceIds: ["a1"], creativeIds: [] }, objective: "conversions", seeks: "conversions" },
    { onto: { audienceIds: ["a0", "a1"], creativeIds: [] }, objective: "conversions", seeks: "conversions" },
    { onto: { audienceIds: ["a1"], creativeIds: ["c0"] }, objective: "traffic", seeks: "traffic" },
  ])("begun with $onto after $objective it seeks $seeks", async ({ onto, objective, seeks }) => {
    const { send } = form({ onto, before: [{ ...RUNS, objective }] });
    await screen.findByText(/What is not typed is as in “Kits”/);
    // What is typed takes the place of what is proposed.
    const at = document.activeElement as HTMLInputElement;
    expect(at).toBe(screen.getByLabelText("Each new row, a day, GBP"));
    expect([at.selectionStart, at.selectionEnd]).toEqual([0, at.value.length]);
    await screen.findByText(
      onto.audienceIds[0] && onto.creativeIds[0] ? /1 row × 1 cr/ : /[12] rows? × 0 cr|0 rows × 1 cr/,
    );
    press("Add campaign");
    await waitFor(() => expect(send).toHaveBeenCalled());
    expect(send.mock.calls[0]?.[0]).toMatchObject({
      facts: { objective: seeks },
      audienceIds: onto.audienceIds,
      creativeIds: onto.creativeIds,
    });
  });

  it("seeks what a person said, whatever people are shown", async () => {
    const { send } = form({ onto: { audienceIds: [], creativeIds: ["c2"] } });
    await screen.findByText(/Charged by impression/);
    await pick("Objective", "Traffic");
    press("Add campaign");
    await waitFor(() => expect(send).toHaveBeenCalled());
    expect(send.mock.calls[0]?.[0]).toMatchObject({ facts: { objective: "traffic" }, creativeIds: ["c2"] });
  });
});
