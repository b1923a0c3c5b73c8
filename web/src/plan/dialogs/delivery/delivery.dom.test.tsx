// @vitest-environment jsdom
import { answering, pick, show } from "../../../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Campaign } from "../../model";
import { DeliveryDrawer } from "./DeliveryDrawer";

const RULEBOOK = {
  byHand: false,
  objectives: [
    {
      code: "traffic",
      goals: [
        {
          code: "clicks",
          words: "Link clicks",
          action: "CLICK",
          charged: ["CLICK", "IMPRESSION"],
          siteEvent: null,
        },
        {
          code: "visits",
          words: "Site visits",
          action: "SITE_EVENT",
          charged: ["IMPRESSION"],
          siteEvent: "view",
        },
      ],
    },
  ],
  spending: { strategies: ["AUTOMATIC", "MAXIMUM", "TARGET_COST"] },
  schedule: { paces: ["EVEN", "FRONT"], hours: true },
  audience: {
    terms: [
      {
        kind: "DEVICE",
        words: "Devices",
        choices: [
          { code: "phone", words: "phones" },
          { code: "desktop", words: "desktops" },
        ],
      },
    ],
  },
  switches: [{ code: "comments", words: "People may comment" }],
};

const BIDS = { lowestMinor: 5, fromMinor: 20, suggestedMinor: 40, toMinor: 80, perThousand: false };

const PLACEMENTS = [
  {
    code: "stories",
    words: "Stories",
    devices: ["phone"],
    showsNow: false,
    ads: 0,
    people: { people: 1000, fewer: true },
  },
  {
    code: "feed",
    words: "Home feed",
    devices: ["phone", "desktop"],
    showsNow: true,
    ads: 2,
    people: { people: 30_000, fewer: false },
  },
  { code: "rail", words: "Side rail", devices: ["desktop"], showsNow: false, ads: 1, people: null },
];

const ALWAYS = "1".repeat(168);
const DELIVERY = {
  goal: null,
  charge: null,
  strategy: "AUTOMATIC",
  bidMinor: null,
  showing: { how: "USUAL", codes: [] },
  pace: "EVEN",
  hours: ALWAYS,
  hoursWords: "all hours",
  runsHours: 336,
  switches: {} as Record<string, boolean>,
};

/** The delivery of rows, the first of which is shown; gives the edits that are asked for. */
function delivery(
  of: Partial<typeof DELIVERY>,
  more: {
    rows?: number;
    rulebook?: Partial<typeof RULEBOOK>;
    slices?: unknown[];
    field?: string;
    bids?: Promise<unknown>;
  } = {},
) {
  const { asked } = answering((_, path) => {
    if (path.endsWith("/offer")) return { body: { rulebook: { ...RULEBOOK, ...more.rulebook }, topics: [] } };
    if (path.endsWith("/bids")) return more.bids ? more.bids.then(() => ({ body: BIDS })) : { body: BIDS };
    return { body: PLACEMENTS };
  });
  const rows = Array.from({ length: more.rows ?? 1 }, (_, i) => ({
    id: `r${i}`,
    label: i === 0 ? "Knitters" : `Row ${i}`,
    dailyMinor: 1000,
    size: { people: 60_000, fewer: false },
    slices: more.slices ?? [],
    delivery: { ...DELIVERY, ...of },
  })) as unknown as Campaign["rows"];
  const campaign = { id: "k", accountId: "a", objective: "traffic", currency: "GBP", days: 14, rows };
  const onEdit = vi.fn();
  const onLaunch = vi.fn();
  show(
    <DeliveryDrawer
      path={{ clientId: "c", planId: "p", campaignId: "k" }}
      campaign={campaign as unknown as Campaign}
      focus={rows[0] as Campaign["rows"][number]}
      field={more.field}
      networkName="Hearthside"
      audience={undefined}
      version={3}
      onClose={vi.fn()}
      {...{ rows, onEdit, onLaunch }}
    />,
  );
  const edit = (part: object) => ({
    kind: "rowDelivery",
    campaignId: "k",
    rowIds: rows.map((r) => r.id),
    seek: null,
    bid: null,
    showing: null,
    run: null,
    switches: null,
    ...part,
  });
  return { onEdit, onLaunch, edit, asked };
}

const drawn = () => screen.findByText("What delivery seeks");

describe("how rows are delivered", () => {
  it("leads on to the launch by Ctrl Enter, after what is being typed was kept", async () => {
    const { onEdit, onLaunch, edit } = delivery({ strategy: "MAXIMUM", bidMinor: 40 } as never);
    const bid = await screen.findByLabelText("Bid");
    bid.focus();
    fireEvent.change(bid, { target: { value: "£0.50" } });
    fireEvent.keyDown(bid, { key: "Enter" });
    expect(onLaunch).not.toHaveBeenCalled();
    bid.focus();
    fireEvent.change(bid, { target: { value: "£0.60" } });
    fireEvent.keyDown(bid, { key: "Enter", ctrlKey: true });
    expect(onEdit).toHaveBeenLastCalledWith(edit({ bid: { strategy: "MAXIMUM", money: "£0.60" } }));
    expect(onLaunch).toHaveBeenCalledOnce();
  });

  it("is changed on all rows that are chosen, by one edit of what was touched", async () => {
    const { onEdit, edit } = delivery({}, { rows: 3 });
    await drawn();
    expect(screen.getByText("Delivery of 3 rows")).toBeTruthy();
    expect(screen.getByText("What is shown is Knitters; what is changed is changed on all.")).toBeTruthy();
    await pick("Goal", "Site visits (counted by the site tag)");
    expect(onEdit).toHaveBeenLastCalledWith(edit({ seek: { goal: "visits", charge: null } }));
    await pick("Charged", "charged by impression");
    expect(onEdit).toHaveBeenLastCalledWith(edit({ seek: { goal: "clicks", charge: "IMPRESSION" } }));
  });

  it("starts a bid at what is suggested, and says what it pays for at the least", async () => {
    const { onEdit, edit } = delivery({});
    await drawn();
    await screen.findByText(/Under £0.20 hardly any place is\s+won/);
    fireEvent.click(screen.getByText("At most"));
    expect(onEdit).toHaveBeenLastCalledWith(edit({ bid: { strategy: "MAXIMUM", money: "£0.40" } }));
  });

  it("is begun in at the bid before what is suggested is known, which is waited for", async () => {
    let find = () => {};
    const bids = new Promise<void>((found) => (find = found));
    const { onEdit, edit } = delivery({}, { field: "bid", bids });
    await drawn();
    const automatic = within(screen.getByLabelText("How the bid is found")).getByLabelText("Automatic");
    await waitFor(() => expect(document.activeElement).toBe(automatic));
    fireEvent.click(screen.getByText("At most"));
    expect(onEdit).not.toHaveBeenCalled();
    find();
    await waitFor(() =>
      expect(onEdit).toHaveBeenLastCalledWith(edit({ bid: { strategy: "MAXIMUM", money: "£0.40" } })),
    );
  });

  it.each([
    { bidMinor: 40, pays: "25", typed: "0.55" },
    { bidMinor: 400, pays: "2.5", typed: "3" },
  ])("takes a bid as it is typed: $bidMinor", async ({ bidMinor, pays, typed }) => {
    const { onEdit, edit } = delivery({ strategy: "MAXIMUM", bidMinor } as never);
    await drawn();
    expect(await screen.findByText(pays)).toBeTruthy();
    const bid = screen.getByLabelText("Bid");
    fireEvent.blur(bid);
    expect(onEdit).not.toHaveBeenCalled();
    fireEvent.change(bid, { target: { value: typed } });
    fireEvent.blur(bid);
    expect(onEdit).toHaveBeenLastCalledWith(edit({ bid: { strategy: "MAXIMUM", money: typed } }));
  });

  it("chooses placements from those that show now, never none", async () => {
    const { onEdit, edit } = delivery({});
    await drawn();
    await screen.findByText("Home feed");
    const tree = screen.getByLabelText("Placements by device");
    expect(
      within(tree)
        .getAllByRole("group")
        .map((t) => t.getAttribute("aria-label")),
    ).toEqual([
      "On phones only",
      "Stories",
      "On desktops only",
      "Side rail",
      "On phones and desktops",
      "Home feed",
    ]);
    expect(within(tree).getByRole("group", { name: "Stories" }).textContent).toContain("no ad fits");
    expect(within(tree).getByRole("group", { name: "Home feed" }).textContent).toContain("30,00050 %");
    fireEvent.click(screen.getByText("Only these"));
    expect(onEdit).toHaveBeenLastCalledWith(edit({ showing: { how: "CHOSEN", codes: ["feed"] } }));
  });

  it.each([
    { tick: "Side rail", codes: ["feed", "rail"] },
    { how: "USUAL", tick: "Side rail", codes: ["feed", "rail"] },
    { how: "NETWORK", tick: "Stories", codes: ["stories", "feed"] },
    { tick: "On desktops only", codes: ["feed", "rail"] },
    // No ad fits there, so a whole branch of it adds nothing; by itself it can be ticked.
    { tick: "On phones only", codes: ["feed"] },
    { tick: "Stories", codes: ["stories", "feed"] },
  ])(
    "adds $tick to what is chosen, or shows by $how, in the network's order",
    async ({ how = "CHOSEN", tick, codes }) => {
      const { onEdit, edit } = delivery({
        showing: { how, codes: how === "CHOSEN" ? ["feed"] : [] },
      } as never);
      await drawn();
      fireEvent.click(await screen.findByRole("checkbox", { name: tick }));
      expect(onEdit).toHaveBeenLastCalledWith(edit({ showing: { how: "CHOSEN", codes } }));
    },
  );

  it("does not take the last placement away", async () => {
    const { onEdit } = delivery({ showing: { how: "CHOSEN", codes: ["feed"] } } as never);
    await drawn();
    fireEvent.click(await screen.findByRole("checkbox", { name: "Home feed" }));
    expect(onEdit).not.toHaveBeenCalled();
  });

  it("leaves placements of a split alone", async () => {
    delivery({ showing: { how: "CHOSEN", codes: ["feed"] } } as never, {
      slices: [{ variable: "PLACEMENT", codes: ["feed"] }],
    });
    await drawn();
    expect(await screen.findByText("A split keeps this row to feed.")).toBeTruthy();
    expect(screen.queryByText("Only these")).toBeNull();
  });

  it("keeps a row to devices, and to none when all are ticked", async () => {
    const { onEdit } = delivery({}, { slices: [{ variable: "DEVICE", codes: ["phone"] }] });
    await drawn();
    const group = screen.getByRole("group", { name: /^Kept to device/ });
    fireEvent.click(within(group).getByRole("checkbox", { name: "desktops" }));
    expect(onEdit).toHaveBeenLastCalledWith({
      kind: "rowKeep",
      campaignId: "k",
      rowIds: ["r0"],
      variable: "DEVICE",
      codes: [],
    });
  });

  it("switches an hour by keyboard, and how fast the day is spent", async () => {
    const { onEdit, edit } = delivery({});
    await drawn();
    const grid = screen.getByRole("grid", { name: "Hours of the week" });
    const stops = () => [...grid.querySelectorAll<HTMLElement>('[tabindex="0"]')];
    stops()[0]?.focus();
    for (const key of [
      "ArrowUp",
      "ArrowDown",
      "ArrowRight",
      "ArrowRight",
      "ArrowRight",
      "ArrowLeft",
      "ArrowRight",
    ])
      fireEvent.keyDown(document.activeElement as Element, { key });
    expect(document.activeElement?.ariaLabel ?? document.activeElement?.getAttribute("aria-label")).toBe(
      "Tue 3 to 4",
    );
    expect(stops()).toEqual([document.activeElement]);
    fireEvent.keyDown(document.activeElement as Element, { key: " " });
    const hours = `${"1".repeat(27)}0${"1".repeat(140)}`;
    expect(onEdit).toHaveBeenLastCalledWith(edit({ run: { pace: "EVEN", hours } }));
    fireEvent.click(screen.getByText("Early in the day"));
    expect(onEdit).toHaveBeenLastCalledWith(edit({ run: { pace: "FRONT", hours: ALWAYS } }));
  });

  it.each([
    { now: {}, to: "off", then: { comments: false } },
    { now: { comments: false }, to: "usual", then: {} },
  ])("switches comments from $now to $to", async ({ now, to, then }) => {
    const { onEdit, edit } = delivery({ switches: now } as never);
    await drawn();
    const line = screen.getByLabelText("People may comment");
    fireEvent.click(within(line).getByText(to));
    expect(onEdit).toHaveBeenLastCalledWith(edit({ switches: then }));
  });

  it("asks a network without a connector for no bids, and offers what it does not take nowhere", async () => {
    const { asked } = delivery(
      {},
      { rulebook: { byHand: true, switches: [], schedule: { paces: ["EVEN"], hours: false } } as never },
    );
    await drawn();
    expect(screen.queryByText("Switches")).toBeNull();
    expect(screen.queryByText("Early in the day")).toBeNull();
    expect(screen.getByText("Hearthside takes no hours of the day.")).toBeTruthy();
    await waitFor(() => expect(asked.some((path) => path.endsWith("/placements"))).toBe(true));
    expect(asked.some((path) => path.endsWith("/bids"))).toBe(false);
  });
});
