// @vitest-environment jsdom
import { answering, pick, show } from "../../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { NewCampaign } from "../campaign/NewCampaign";
import type { Campaign } from "../model";
import type { Template } from "./queries";
import { Templates } from "./Templates";
import { changed, holds } from "./words";

const WINDOWS: Template = {
  id: "t1",
  name: "Windows",
  client: null,
  network: "HS",
  networkName: "Hearthside",
  objective: "conversions",
  temperature: "WARM",
  purpose: "SCALING",
  start: "2027-03-01",
  lastDay: "2027-03-07",
  currency: "GBP",
  moneyPerRowMinor: 300,
  basis: "DAILY",
  sharedMinor: null,
  subject: null,
  people: ["Day 0 to 3", "Day 4 to 15"],
  rows: 3,
  creatives: 2,
  drawn: [
    { label: "Day 0 to 3 women", moneyMinor: 1200, off: [] },
    { label: "Day 0 to 3 men", moneyMinor: 300, off: [1] },
    { label: "Day 4 to 15", moneyMinor: 300, off: [0] },
  ],
  split: ["gender"],
  madeBy: "Ines Vardy",
  madeAt: "2027-03-20T09:00:00Z",
};
const THEIRS = { ...WINDOWS, id: "t2", name: "Layers", client: "Saltmarsh", split: [], drawn: [] };
const ELSEWHERE = { ...WINDOWS, id: "t3", name: "Answers", network: "GR" };

const HS = {
  id: "hs",
  name: "HS GBP",
  network: "HS",
  networkName: "Hearthside",
  currency: "GBP",
  zone: "Europe/London",
} as Schemas["AccountView"];
const OFFER = {
  rulebook: {
    objectives: ["traffic", "conversions"].map((code) => ({ code, words: code, goals: [], needs: [] })),
    spending: { levels: ["ROW"], lifetime: true },
    subjects: [],
    money: [{ currency: "GBP", lowestDailyMinor: 100 }],
  },
  topics: [],
};

function answers(refusal?: string) {
  return answering((_, path) => {
    if (path === "/api/clock") return { body: { now: "2027-03-23T18:00:00Z" } };
    if (path.endsWith("/offer")) return { body: OFFER };
    if (path.endsWith("/audiences"))
      return {
        body: ["Came lately", "Came before"].map((name, i) => ({ id: `a${i}`, name, accountId: "hs" })),
      };
    if (path.endsWith("/creatives"))
      return { body: [{ creative: { id: "c0", name: "Sock", headlines: [] } }] };
    if (path.endsWith("/over"))
      return {
        body: {
          ads: 3,
          columns: 1,
          rows: [
            { label: "Came lately women", ads: 1, ownMinor: 1200 },
            { label: "Came lately men", ads: 1, ownMinor: null },
            { label: "Came before", ads: 1, ownMinor: null },
          ],
          changes: [{ change: "ELSEWHERE", label: "Came before" }],
        },
      };
    if (path.endsWith("/templates"))
      return refusal
        ? { status: 422, body: { detail: refusal, field: "name" } }
        : { body: [WINDOWS, THEIRS, ELSEWHERE] };
    return { body: {} };
  });
}

describe("a campaign like a template", () => {
  it("takes its facts, shows the rows it would have, and is made of it", async () => {
    const { sent } = answers();
    const send = vi.fn(() => Promise.resolve());
    show(
      <NewCampaign
        clientId="c"
        accounts={[HS]}
        account={HS}
        title="New campaign"
        named="Name"
        ok="Add campaign"
        suggested="Come back"
        before={[]}
        onClose={() => {}}
        send={send}
      />,
    );
    await screen.findByRole("combobox", { name: "Like" });
    await pick("Like", "Template: Windows");
    // Of another network none is offered; whose another client's is, is said.
    const offered = [...document.querySelectorAll(".ant-select-item-option-content")].map(
      (o) => o.textContent,
    );
    expect(offered).toEqual(["Nothing yet", "Template: Windows", "Template: Layers, of Saltmarsh"]);
    await screen.findByText(/What is not typed is as in “Windows”/);
    fireEvent.change(screen.getByLabelText("People to talk to"), { target: { value: "came" } });
    fireEvent.change(screen.getByLabelText("What they see"), { target: { value: "sock" } });
    const rows = await screen.findByRole("group", { name: "Rows of the campaign" });
    await within(rows).findByText("Came lately men");
    expect(within(rows).getByText(/£12.00, 1 ad/)).toBeTruthy();
    expect(screen.getByText(/“Came before” keeps to no place/)).toBeTruthy();
    expect(screen.getByRole("status").textContent).toBe("3 rows × 1 creative, 3 ads");
    await waitFor(() =>
      expect(sent.at(-1)).toEqual({ accountId: "hs", audienceIds: ["a0", "a1"], creativeIds: ["c0"] }),
    );
    fireEvent.click(screen.getByRole("button", { name: "Add campaign" }));
    await waitFor(() => expect(send).toHaveBeenCalled());
    expect(send).toHaveBeenCalledWith({
      kind: "newCampaign",
      accountId: "hs",
      facts: {
        name: "Come back",
        objective: "conversions",
        temperature: "WARM",
        purpose: "SCALING",
        start: "2027-03-23",
        lastDay: "2027-03-29",
        basis: "DAILY",
        shared: false,
        subject: null,
        money: "3",
      },
      audienceIds: ["a0", "a1"],
      creativeIds: ["c0"],
      templateId: "t1",
    });
  });
});

describe("the templates", () => {
  const campaign = { id: "k", name: "Kits", rows: [{}] } as Campaign;
  const room = (of: Campaign | undefined, onLike = vi.fn()) => {
    show(<Templates clientId="c" planId="p" campaign={of} onLike={onLike} />);
    return onLike;
  };

  it("are drawn, begun by, and removed where they are the client's own", async () => {
    const { asked } = answers();
    const onLike = room(undefined);
    fireEvent.click(await screen.findByRole("button", { name: "Templates, 3…" }));
    const cells = [...document.querySelectorAll(".template-shape")][0]?.querySelectorAll("i") ?? [];
    expect([...cells].map((c) => (c.className ? "–" : "■")).join("")).toBe("■■■––■");
    expect(screen.queryByRole("button", { name: "Remove Layers" })).toBeNull();
    expect(screen.getByText(/Of Saltmarsh, kept by Ines Vardy/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Remove Windows" }));
    fireEvent.click(await screen.findByRole("button", { name: "Remove it" }));
    await waitFor(() => expect(asked).toContain("/api/clients/c/templates/t1"));
    fireEvent.click(screen.getAllByRole("button", { name: "Begin one like it" })[1] ?? document.body);
    expect(onLike).toHaveBeenCalledWith(THEIRS);
  });

  it("take the campaign at hand, and say why where they do not", async () => {
    answers("Another template is called “Kits”.");
    room(campaign);
    fireEvent.click(await screen.findByRole("button", { name: "Keep as a template…" }));
    expect(screen.getByLabelText<HTMLInputElement>("Name of the template").value).toBe("Kits");
    fireEvent.click(screen.getByRole("button", { name: "Keep it" }));
    expect(await screen.findByText("Another template is called “Kits”.")).toBeTruthy();
  });

  it("are not made of a sheet without rows", async () => {
    answers();
    room({ ...campaign, rows: [] });
    await screen.findByRole("button", { name: "Templates, 3…" });
    expect(screen.queryByRole("button", { name: "Keep as a template…" })).toBeNull();
  });
});

describe("its words", () => {
  it.each([
    [{}, "3 rows for 2 audiences, 2 creatives, split by gender, £3.00 a row a day, some with their own"],
    [
      { people: ["One"], split: ["age", "place"], sharedMinor: 9000 },
      "3 rows for one audience, 2 creatives, split by age and place, £90.00 a day, shared",
    ],
    [
      { basis: "LIFETIME" as const, drawn: [], rows: 1, creatives: 1 },
      "1 row for 2 audiences, 1 creative, split by gender, £3.00 a row for the flight",
    ],
  ])("of %j", (more, words) => {
    expect(holds({ ...WINDOWS, ...more } as Template)).toBe(words);
  });

  it("say each change of what would be made", () => {
    for (const change of ["NOBODY", "ELSEWHERE", "JOINED"] as const)
      expect(changed({ change, label: "men" })).toContain("“men”");
    expect(changed({ change: "CURRENCY", label: "" })).toContain("lowest");
  });
});
