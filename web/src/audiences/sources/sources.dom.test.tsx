// @vitest-environment jsdom
import { answering, choose, pick, show, uploading } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { ImportList } from "./ImportList";
import { NewSource } from "./NewSource";
import { OneSource } from "./OneSource";
import type { SourceDialog } from "./order";
import type { Source } from "./queries";

const account = (id: string, network: string, siteTag: boolean) => ({
  id,
  network,
  networkName: network === "HS" ? "Hearthside" : "Guildrow",
  byHand: false,
  name: `${network} GBP`,
  currency: "GBP",
  zone: "Europe/London",
  siteTag,
  site: null,
  profiles: siteTag ? [{ id: "mill", name: "The Mill" }] : [],
  spendingLimitMinor: null,
});
const ACCOUNTS = [account("a1", "HS", true), account("a2", "GR", false)];
const COUNTRIES = [
  { code: "GB", words: "Great Britain" },
  { code: "DK", words: "Denmark" },
];
const LIST: Source = {
  id: "s1",
  name: "Customers",
  kind: "LIST",
  rule: null,
  state: "READY",
  rows: 1_000,
  duplicates: 100,
  unusable: { "no address": 50 },
  on: [{ accountId: "a1", size: { people: 640, fewer: false }, matchRate: 0.75 }],
  usedBy: ["Came back"],
};

describe("a customer list", () => {
  const GUESSED = {
    rows: [
      ["mail", "tel", "name"],
      ["ann@a.example", "0700 1", "Ann"],
    ],
    format: { encoding: "UTF-8", delimiter: ",", header: true, email: 0, phone: 1 },
  };
  const file = new File(["mail,tel,name\n"], "Customers of March.csv");

  /** The dialog with a file chosen; what was sent as it is, by path, the guess first. */
  async function dialog(accounts: typeof ACCOUNTS, taken: { status?: number; body: unknown }) {
    const done = { closed: vi.fn(), made: vi.fn() };
    answering(() => ({ body: [LIST] }));
    const sent = uploading((path) => (path.includes("/guess") ? { body: GUESSED } : taken));
    show(
      <ImportList
        clientId="c1"
        accounts={accounts}
        countries={COUNTRIES}
        country="GB"
        onClose={done.closed}
        onMade={done.made}
      />,
    );
    // Of one that is still being closed there may be another.
    choose([...document.querySelectorAll("input[type=file]")].at(-1) ?? null, file);
    await waitFor(() => expect(sent).toHaveLength(1));
    await screen.findByLabelText("Name of the list");
    return { ...done, sent };
  }

  const MADE = { body: { ...LIST, id: "s9" } };
  const asked = (path: string) => new URLSearchParams(path.split("?")[1]);

  const sending = () => screen.getByRole<HTMLButtonElement>("button", { name: "Hash and send" });

  it("goes to nobody before somebody says to whom, where there is more than one account", async () => {
    const { sent } = await dialog(ACCOUNTS, MADE);
    expect(screen.getByLabelText<HTMLInputElement>("Name of the list").value).toBe("Customers of March");
    expect(sending().disabled).toBe(true);
    await pick("Accounts it goes to", "GR GBP");
    await waitFor(() => expect(sending().disabled).toBe(false));
    fireEvent.click(sending());
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(asked(sent[1]!.path).getAll("accountIds")).toEqual(["a2"]);
    expect(asked(sent[1]!.path).get("name")).toBe("Customers of March");
  });

  it("holds one column of addresses and one of numbers; the country of numbers is asked only for those", async () => {
    const { made, sent } = await dialog([ACCOUNTS[0]!], MADE);
    await screen.findByLabelText("Country of numbers");
    await pick("Column 3", "phone numbers");
    await pick("Column 3", "not sent");
    await waitFor(() => expect(screen.queryByLabelText("Country of numbers")).toBeNull());
    fireEvent.click(sending());
    await waitFor(() => expect(made).toHaveBeenCalledWith("s9"));
    const said = asked(sent[1]!.path);
    expect([said.get("email"), said.get("phone")]).toEqual(["0", "-1"]);
  });

  it("that is not taken says why, and is still there to be mended", async () => {
    const refused = { status: 422, body: { detail: "No column of the list is sent." } };
    const { closed } = await dialog([ACCOUNTS[0]!], refused);
    fireEvent.click(sending());
    await screen.findByText("No column of the list is sent.");
    expect(closed).not.toHaveBeenCalled();
    expect(screen.getByLabelText("Name of the list")).toBeTruthy();
  });
});

describe("a source by rule", () => {
  function dialog(kind: SourceDialog, accounts = ACCOUNTS) {
    const done = { made: vi.fn(), audiences: vi.fn() };
    let number = 0;
    const { sent } = answering((body, path) => {
      if (path.endsWith("/ladder")) {
        const { cuts } = body as { cuts: number[] };
        return { body: cuts.map((c) => ({ ...LIST, id: `l${c}`, name: `to day ${c}` })) };
      }
      if (body) return { body: { ...LIST, id: `s${++number}`, name: (body as Source).name } };
      if (path.endsWith("/media")) return { body: [{ sha256: "5ha", fileName: "mend.mp4", video: {} }] };
      return { body: [] };
    });
    show(
      <NewSource
        clientId="c1"
        accounts={accounts}
        dialog={kind}
        onClose={() => {}}
        onMade={done.made}
        onAudiences={done.audiences}
      />,
    );
    return { ...done, sent };
  }

  it("is made of visitors within days, under the name that says so", async () => {
    const { sent, made } = dialog("site");
    fireEvent.change(await screen.findByRole("spinbutton"), { target: { value: "14" } });
    const called = () => screen.getByLabelText<HTMLInputElement>("Name of the source").placeholder;
    await waitFor(() => expect(called()).toBe("Visitors, 14 days"));
    fireEvent.click(screen.getByRole("button", { name: "Make the source" }));
    await waitFor(() => expect(made).toHaveBeenCalledWith("s1"));
    expect(sent).toEqual([
      expect.objectContaining({ accountId: "a1", kind: "SITE", event: "view", fromDay: 0, toDay: 14 }),
    ]);
    expect(sent[0]).toMatchObject({ name: "Visitors, 14 days" });
  });

  it("is a ladder of windows that rise, with an audience each; others are refused where they are typed", async () => {
    const { sent, audiences } = dialog("ladder");
    const cuts = await screen.findByLabelText("Windows end on day");
    screen.getByText("day 1, days 2–3, days 4–7, days 8–14, days 15–30");
    fireEvent.change(cuts, { target: { value: "7, 3" } });
    await screen.findByText(/Last days of windows that rise/);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Make 0/ }).disabled).toBe(true);
    fireEvent.change(cuts, { target: { value: "3 7" } });
    fireEvent.click(await screen.findByRole("button", { name: "Make 2 sources and audiences" }));
    await waitFor(() => expect(audiences).toHaveBeenCalled());
    expect(sent[0]).toMatchObject({ cuts: [3, 7], event: "view" });
    expect((audiences.mock.calls[0]![0] as { name: string }[]).map((d) => d.name)).toEqual([
      "to day 3",
      "to day 7",
    ]);
  });

  it("of a video is one for each share that was watched", async () => {
    const { sent, audiences } = dialog("video");
    await screen.findByText("mend.mp4");
    fireEvent.click(await screen.findByRole("button", { name: "Make 2 sources and audiences" }));
    await waitFor(() => expect(audiences).toHaveBeenCalled());
    expect(sent.map((o) => (o as { percent: number | null }).percent ?? 0)).toEqual([0, 95]);
    expect(sent[0]).toMatchObject({ kind: "VIDEO", subject: "5ha" });
  });

  it.each([
    ["site", "No account has a site tag. Give a site under Brief, and put the tag on it."],
    ["profile", "No account has a profile. Name one under Brief."],
    ["form", "The client has no form. Write one under Forms."],
  ] as const)("of a %s cannot be where there is none, and says what comes first", async (kind, says) => {
    dialog(kind, [ACCOUNTS[1]!]);
    await screen.findByText(says);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Make/ }).disabled).toBe(true);
  });
});

describe("one source", () => {
  const traits = (people: number) => ({
    country: "GB",
    people,
    most: [
      { kind: "INTEREST", words: "Baking", lift: 3.2, share: 0.4 },
      { kind: "BRANCH", words: "Baking", lift: 3, share: 0.5 },
    ],
    least: [{ kind: "INTEREST", words: "Racing", lift: 0.2, share: 0.01 }],
  });

  function page(people: number, source: Source = LIST) {
    const make = vi.fn();
    const told = answering((body, path) => {
      if (path.endsWith("/traits")) return { body: traits(people) };
      if (path.endsWith("/offer")) {
        const audience = { countries: COUNTRIES, lookalike: { leastSeed: 100, mostPercent: 10 } };
        return { body: { rulebook: { audience } } };
      }
      if (path.endsWith("/size")) return { body: { rungs: [{ size: { people: 50_000, fewer: false } }] } };
      if (path.endsWith("/sources/s1") && body) return { body: { ...source, ...(body as object) } };
      if (path.endsWith("/sources/s1")) return { body: source };
      return { body: [] };
    });
    show(
      <OneSource
        clientId="c1"
        accounts={ACCOUNTS}
        things={null}
        source={source}
        country="GB"
        onMake={make}
        onRemove={() => {}}
      />,
    );
    return { make, ...told };
  }

  it("accounts for every row of a list, and says to which networks it was not sent", async () => {
    page(640);
    await screen.findByText(/1,000 rows: 850 sent once, 100 there before, 50 no address/);
    expect(document.querySelector(".facts")?.textContent).toContain("75 % matched");
    screen.getByText("not sent");
    screen.getByText("Came back");
  });

  it("draws what sets its people apart once by name, the most first", async () => {
    page(640);
    await screen.findByText("Racing");
    const shown = [...document.querySelectorAll(".trait")].map((t) => t.querySelector("span")?.textContent);
    expect(shown).toEqual(["Baking", "Racing"]);
    screen.getByText("3.20 ×");
  });

  it("makes bands of people like them that do not overlap, and takes only percents that rise", async () => {
    const { make } = page(640);
    const edges = await screen.findByLabelText("Edges of the bands, in percent");
    fireEvent.change(edges, { target: { value: "5, 2" } });
    screen.getByText("whole percents that rise, at most 10");
    fireEvent.change(edges, { target: { value: "1, 3" } });
    expect([...document.querySelectorAll(".band span:first-child")].map((b) => b.textContent)).toEqual([
      "0 to 1 %",
      "1 to 3 %",
    ]);
    fireEvent.click(screen.getByRole("button", { name: "Make 2 audiences" }));
    const [drafts, accountId] = make.mock.calls[0]! as [{ name: string }[], string];
    expect(accountId).toBe("a1");
    expect(drafts.map((d) => d.name)).toEqual(["Like Customers, 0–1 % GB", "Like Customers, 1–3 % GB"]);
  });

  it("finds nobody alike where too few of them are, and says how many it takes", async () => {
    page(99);
    await screen.findByText(/99 of them are in this country; Hearthside needs 100/);
  });

  it("is called otherwise once the field is left, and only where the name is another", async () => {
    const { sent } = page(640);
    const name = await screen.findByLabelText("Name of the source");
    fireEvent.blur(name);
    fireEvent.change(name, { target: { value: " Buyers " } });
    fireEvent.blur(name);
    await waitFor(() =>
      expect(sent.filter((b) => (b as { name?: string })?.name)).toEqual([{ name: "Buyers" }]),
    );
  });
});
