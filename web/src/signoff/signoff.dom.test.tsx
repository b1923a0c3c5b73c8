// @vitest-environment jsdom
import { answering, door, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { Reads } from "../frame/reads";
import { Guest } from "./Guest";
import { linesOf } from "./model";
import { SignOffBand } from "./SignOffBand";
import { SignOffScreen } from "./SignOffScreen";

const LINE: Schemas["SignOffLine"] = {
  id: "s2",
  planId: "p1",
  plan: "Spring",
  number: 2,
  version: 9,
  note: "The first week.",
  sentById: "ines",
  sentBy: "Ines",
  sentAt: "2027-03-09T06:00:00Z",
  askedId: "otto",
  asked: "Otto",
  state: "WAITING",
  decidedAs: null,
  decidedAt: null,
  reason: "",
  paper: false,
};

const told = (more: Partial<Schemas["ChangeTold"]>): Schemas["ChangeTold"] => ({
  action: "CREATE",
  level: "AD_GROUP",
  key: "r1",
  parentKey: "c1",
  name: "COLD_Knitters",
  fields: [],
  belonging: 0,
  signOff: "WAITING",
  since: [],
  ...more,
});

const change = (more: Partial<Schemas["SignOffChange"]>): Schemas["SignOffChange"] => ({
  change: told({}),
  first: false,
  since: [],
  edited: [],
  ...more,
});

const said = (more: Partial<Schemas["PlanComment"]>): Schemas["PlanComment"] => ({
  id: "k1",
  planId: "p1",
  campaignId: "c1",
  rowId: "r1",
  columnId: null,
  signOffId: "s2",
  answers: null,
  says: "Is it not too little?",
  personId: "otto",
  name: "Otto",
  at: "2027-03-09T07:00:00Z",
  doneAt: null,
  doneAs: null,
  ...more,
});

function signOff(more: Partial<Schemas["SignOffView"]>): Schemas["SignOffView"] {
  return {
    line: LINE,
    client: "Oddment",
    nowAtVersion: 9,
    mayDecide: true,
    mayComment: true,
    comments: [said({})],
    links: [],
    formats: [],
    media: [],
    campaigns: [
      {
        campaignId: "c1",
        name: "Kits",
        account: "HS GBP",
        network: "HS",
        networkName: "Hearthside",
        currency: "GBP",
        dailyBeforeMinor: 0,
        dailyAfterMinor: 2000,
        changes: [
          change({ change: told({ level: "CAMPAIGN", key: "c1", parentKey: null }) }),
          change({ since: [{ code: "MONEY_A_DAY", field: "money a day", before: "£6.00", after: "£9.00" }] }),
        ],
        rows: [{ id: "r1", name: "Knitters by the sea" }],
        columns: [],
        days: [
          { date: "2027-03-10", minor: 2000 },
          { date: "2027-03-11", minor: 1000 },
        ],
        findings: [{ severity: "WARNING", says: "Two rows meet the same people.", mend: "Leave one out." }],
        expected: null,
        ads: [],
        adsNotDrawn: 0,
        actions: [],
      },
    ],
    ...more,
  };
}

function drawn(view: Schemas["SignOffView"], reads = true) {
  const asked = answering((sent, path) => {
    if (path.endsWith("/decision")) {
      const { reason } = sent as { reason: string };
      return reason === "late"
        ? { status: 409, body: { detail: "Otto approved it already." } }
        : { body: LINE };
    }
    if (path.endsWith("/sign-offs")) return { body: [view.line] };
    return { body: path.endsWith("/comments") ? said({}) : view };
  });
  show(
    <Reads value={reads}>
      <MemoryRouter initialEntries={["/c/odd/launch/sign-offs/s2"]}>
        <Routes>
          <Route path="/c/:clientId/launch/sign-offs/:signOffId" element={<SignOffScreen />} />
        </Routes>
      </MemoryRouter>
    </Reads>,
  );
  return asked;
}

it("shows what differs since the last time, money by day and what was found", async () => {
  drawn(signOff({}));
  await screen.findByText("Waits for Otto");
  expect(screen.getByText("£6.00").tagName).toBe("S");
  expect(screen.getByText("since last time")).toBeTruthy();
  expect(screen.getByRole("img", { name: "Money by day, £30.00 in all" }).children).toHaveLength(2);
  expect(screen.getByText(/Two rows meet the same people/)).toBeTruthy();
  // Whoever approves sends nothing and takes nothing back.
  expect(screen.queryByRole("button", { name: "Take it back" })).toBeNull();
});

it("is returned with a reason, and not without one", async () => {
  const { sent } = drawn(signOff({}));
  fireEvent.click(await screen.findByRole("button", { name: "Return…" }));
  const go = await screen.findByRole("button", { name: "Return it" });
  expect((go as HTMLButtonElement).disabled).toBe(true);
  fireEvent.change(screen.getByLabelText("Reason"), { target: { value: "Too little money." } });
  fireEvent.click(go);
  await waitFor(() => expect(sent).toContainEqual({ approved: false, reason: "Too little money." }));
});

it("says so where somebody else was faster, and keeps what was typed", async () => {
  drawn(signOff({}));
  fireEvent.click(await screen.findByRole("button", { name: "Approve…" }));
  const box = await screen.findByLabelText("What you want to say with it");
  fireEvent.change(box, { target: { value: "late" } });
  fireEvent.click(screen.getByRole("button", { name: "Approve" }));
  await screen.findByText("Otto approved it already.");
  expect((box as HTMLTextAreaElement).value).toBe("late");
});

it("comments where one points, and answers where one asked", async () => {
  const { sent } = drawn(signOff({}));
  fireEvent.click(await screen.findByText("Is it not too little?"));
  fireEvent.change(screen.getByLabelText("Answer"), { target: { value: "We raise it." } });
  fireEvent.click(screen.getByRole("button", { name: "Answer" }));
  const row = { campaignId: "c1", rowId: "r1", columnId: null };
  await waitFor(() => expect(sent).toContainEqual({ place: row, says: "We raise it.", answers: "k1" }));
  fireEvent.change(screen.getByLabelText("Comment"), { target: { value: "And the picture?" } });
  fireEvent.click(screen.getByRole("button", { name: "Comment" }));
  await waitFor(() => expect(sent).toContainEqual({ place: row, says: "And the picture?", answers: null }));
});

it("says what a later edit leaves of a yes", async () => {
  const view = signOff({
    line: { ...LINE, state: "APPROVED", decidedAs: "Bea", decidedAt: "2027-03-09T08:00:00Z", paper: true },
    mayDecide: false,
  });
  view.campaigns[0]!.changes[1]!.edited = ["money a day"];
  drawn(view, false);
  await screen.findByText("1 change is edited since, and no longer covered by it.");
  expect(screen.getByText("edited since: money a day")).toBeTruthy();
  expect(screen.getByText("Kept as PDF").getAttribute("href")).toBe("/api/clients/odd/sign-offs/s2/paper");
  expect(screen.queryByRole("button", { name: "Approve…" })).toBeNull();
});

it("lists changes as the sheet stands, with ads of a row that are alike on one line", () => {
  const ad = (key: string, more: Partial<Schemas["SignOffChange"]> = {}) =>
    change({ change: told({ level: "AD", key, parentKey: key.slice(0, 2) }), ...more });
  const campaign = signOff({}).campaigns[0]!;
  campaign.rows.push({ id: "r2", name: "Quilters" });
  campaign.columns = ["k1", "k2", "k3"].map((id) => ({ id, name: id }));
  campaign.changes = [
    ...campaign.changes,
    change({ change: told({ key: "r2" }) }),
    ad("r2/k3"),
    ad("r2/k1"),
    ad("r1/k2"),
    ad("r2/k2", { edited: ["body"] }),
    change({ change: told({ level: "AD", key: "r1/k3", action: "PAUSE" }) }),
  ];
  expect(linesOf(campaign).map((l) => l.changes.map((c) => c.change.key).join(" "))).toEqual([
    "c1",
    "r1",
    "r1/k2",
    "r1/k3",
    "r2",
    "r2/k1",
    "r2/k2",
    "r2/k3",
  ]);
  campaign.changes[6]!.edited = [];
  expect(linesOf(campaign).at(-1)?.changes).toHaveLength(3);
});

function band(list: Partial<Schemas["ChangesView"]>, lines: Schemas["SignOffLine"][]) {
  const { sent } = answering((_, path) => ({
    body: path.endsWith("/people")
      ? [{ id: "otto", name: "Otto", email: "o@a.example", role: "APPROVER" }]
      : path.endsWith("/comments")
        ? [said({}), said({ id: "k2", answers: "k1" }), said({ id: "k3", doneAt: "2027-03-09T08:00:00Z" })]
        : path.endsWith("p1/sign-offs")
          ? LINE
          : lines,
  }));
  const left: Set<string>[] = [];
  show(
    <MemoryRouter>
      <SignOffBand
        clientId="odd"
        planId="p1"
        campaignId="c1"
        campaignIds={["c1", "c2"]}
        left={new Set()}
        list={{ changes: [], signOffDemanded: true, planVersion: 9, ...list } as Schemas["ChangesView"]}
        onLeave={(l) => left.push(l)}
      />
    </MemoryRouter>,
  );
  return { left, sent };
}

it("asks for a sign-off where the client does", async () => {
  band({ changes: [told({ signOff: "NEVER_SENT" })] }, []);
  await screen.findByText("This client asks for a sign-off");
  expect(screen.queryByText("Leave out what is not approved")).toBeNull();
});

it("leaves out what is not approved, and what only stops goes", async () => {
  const { left } = band(
    {
      changes: [
        told({ signOff: "APPROVED" }),
        told({ key: "r2", signOff: "CHANGED" }),
        told({ key: "r3", action: "PAUSE", signOff: "NEEDS_NONE" }),
      ],
    },
    [{ ...LINE, state: "APPROVED", decidedAs: "Bea", decidedAt: "2027-03-09T08:00:00Z" }],
  );
  await screen.findByText("2 of 3 changes approved");
  fireEvent.click(screen.getByText("Leave out what is not approved"));
  expect(left.map((l) => [...l])).toEqual([["r2"]]);
});

it("sends a campaign, or the whole plan, to the approver there is", async () => {
  const { sent } = band({ changes: [told({ signOff: "RETURNED" })] }, [
    { ...LINE, state: "RETURNED", decidedAs: "Otto", decidedAt: "2027-03-09T08:00:00Z", reason: "More." },
  ]);
  await screen.findByText(/“More.” · 1 open comment/);
  fireEvent.click(screen.getByRole("button", { name: "Send it for sign-off…" }));
  await waitFor(() => expect(document.querySelector(".ant-select")?.textContent).toContain("Otto"));
  fireEvent.click(screen.getByLabelText("All that changes in the plan’s 2 campaigns"));
  fireEvent.change(screen.getByLabelText("Note"), { target: { value: "All of it" } });
  fireEvent.click(screen.getByRole("button", { name: "Send" }));
  await waitFor(() =>
    expect(sent).toContainEqual({
      planVersion: 9,
      campaigns: [
        { campaignId: "c1", keys: null },
        { campaignId: "c2", keys: null },
      ],
      note: "All of it",
      asked: "otto",
    }),
  );
});

const GUEST = {
  agency: "Withy",
  clientId: "odd",
  client: "Oddment",
  signOffId: "s2",
  plan: "Spring",
  sentBy: "Ines",
  name: "Bea",
  expiresAt: "2027-03-16T06:00:00Z",
  colleague: null,
};

it("lets a guest in under the name they give", async () => {
  window.location.hash = "#secret";
  let entered: string | null = null;
  const { asked, sent } = answering((body, path) => {
    if (path.endsWith("/entered")) entered = (body as { name: string }).name;
    if (path === "/api/door") return { body: door("Withy") };
    if (path.startsWith("/api/clients")) return { body: signOff({ comments: [] }) };
    return { body: { ...GUEST, enteredAs: entered } };
  });
  show(<Guest />);
  await screen.findByText("Spring, for you to sign off");
  fireEvent.change(screen.getByLabelText("Your name"), { target: { value: "Bea Marl" } });
  fireEvent.click(screen.getByRole("button", { name: "Look at it" }));
  await screen.findByText(/You are Bea Marl/);
  expect(sent).toContainEqual({ secret: "secret", name: "Bea Marl" });
  // A browser that was never here has no token until it asks for something; without one nothing is taken.
  expect(asked[0]).toBe("/api/door");
  expect(screen.getByRole("button", { name: "Approve…" })).toBeTruthy();
});

it.each([
  [true, "/c/odd/launch/sign-offs/s2"],
  [false, undefined],
])("says who is signed in before a link signs them out, who sees the client: %s", async (sees, leads) => {
  window.location.hash = "#secret";
  answering((_, path) => ({
    body:
      path === "/api/door" ? door("Withy") : { ...GUEST, enteredAs: null, colleague: { name: "Ines", sees } },
  }));
  show(<Guest />);
  await screen.findByText(/Coming in by the link signs Ines out here/);
  const link = screen.queryByRole("link", { name: "Look at it as Ines" });
  expect(link?.getAttribute("href") ?? undefined).toBe(leads);
});
