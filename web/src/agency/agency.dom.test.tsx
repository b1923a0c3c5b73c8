// @vitest-environment jsdom
import { answering, choose, door, pick, show, uploading } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { expect, it } from "vitest";
import { AgencyScreen } from "./AgencyScreen";

const NELL = {
  id: "nell",
  name: "Nell Ferry",
  email: "nell@h.example",
  administrator: true,
  training: false,
  came: true,
  secondFactor: true,
  closedAt: null,
  linkUntil: null,
  parts: [{ clientId: "c1", role: "BUYER", seesLeads: true }],
};
const OTTO = { ...NELL, id: "otto", name: "Otto Reed", administrator: false, parts: [] };
const CLIENT = { id: "c1", name: "Marsh Bakery", about: "", domains: [], currencies: [], training: false };
const AGENCY = {
  name: "Heronsgate",
  colour: "#2f5b50",
  accent: "#c1764a",
  currency: "DKK",
  zone: "Europe/Copenhagen",
  language: "da-DK",
};

function room(part: string, administrator: boolean, told: (body: unknown, path: string) => unknown) {
  const asked = answering((body, path) => {
    if (path === "/api/session") return { body: { id: "nell", name: "Nell", administrator } };
    if (path === "/api/agency") return { body: AGENCY };
    if (path === "/api/door") return { body: door("Heronsgate") };
    const answer = told(body, path);
    if (answer !== undefined) return { body: answer };
    if (path === "/api/agency/people") return { body: { people: [NELL, OTTO], mail: false } };
    if (path === "/api/agency/clients") return { body: [CLIENT] };
    if (path === "/api/clients") return { body: [] };
    if (path === "/api/agency/training") return { body: { state: "NONE", done: 0, of: 0, problem: null } };
    return { body: [] };
  });
  show(
    <MemoryRouter initialEntries={[`/agency/${part}`]}>
      <Routes>
        <Route path="/agency/:part" element={<AgencyScreen />} />
      </Routes>
    </MemoryRouter>,
  );
  return asked;
}

it("is for administrators alone", async () => {
  const { asked } = room("people", false, () => undefined);
  await screen.findByText(/You are none of them/);
  expect(asked).toEqual(["/api/session"]);
});

it("makes a link for whom it invites, and shows it once", async () => {
  const { sent } = room("people", true, (body, path) =>
    body && path === "/api/agency/people"
      ? { personId: "new", secret: "s3cret", expiresAt: "2027-03-16T06:00:00Z", mailed: false }
      : undefined,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Invite…" }));
  fireEvent.change(screen.getByLabelText("Name"), { target: { value: "Ida Holm" } });
  fireEvent.change(screen.getByLabelText("E-mail"), { target: { value: "ida@h.example" } });
  await pick("Works for", "Marsh Bakery");
  fireEvent.click(screen.getByRole("button", { name: "Make the link" }));
  const link = await screen.findByLabelText<HTMLInputElement>("Link");
  expect(link.value).toMatch(/\/join#s3cret$/);
  expect(screen.getByText(/Give it to them as you would a key/)).toBeTruthy();
  expect(sent).toEqual([
    {
      name: "Ida Holm",
      email: "ida@h.example",
      administrator: false,
      parts: [{ clientId: "c1", role: "BUYER" }],
    },
  ]);
});

it("gives and takes a part in a client, and never offers to close oneself", async () => {
  const { sent, asked } = room("people", true, (body, path) =>
    body && path.startsWith("/api/agency/people/") ? { people: [NELL, OTTO], mail: false } : undefined,
  );
  fireEvent.click(await screen.findByText("Nell Ferry"));
  expect(screen.queryByRole("button", { name: "They leave…" })).toBeNull();
  const leads = screen.getByRole("checkbox", { name: "Nell Ferry sees leads of Marsh Bakery" });
  fireEvent.click(leads);
  await waitFor(() => expect(sent).toEqual([{ role: "BUYER", seesLeads: false }]));
  await pick("What Nell Ferry may do at Marsh Bakery", "no part");
  await waitFor(() => expect(sent.at(-1)).toEqual({ role: null, seesLeads: null }));
  expect(asked).toContain("/api/agency/people/nell/clients/c1");
  fireEvent.click(screen.getByText("Otto Reed"));
  fireEvent.click(await screen.findByRole("button", { name: "They leave…" }));
  fireEvent.click(await screen.findByRole("button", { name: "They leave" }));
  await waitFor(() => expect(sent.at(-1)).toEqual({ administrator: false, closed: true }));
});

it("takes a client on in the agency's currency", async () => {
  const { sent } = room("clients", true, (body, path) =>
    body && path === "/api/agency/clients" ? { ...CLIENT, id: "c2" } : undefined,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Take a client on…" }));
  fireEvent.change(await screen.findByLabelText("Name"), { target: { value: "Mill" } });
  fireEvent.change(screen.getByLabelText("Leads are kept for"), { target: { value: "90" } });
  fireEvent.click(screen.getByRole("button", { name: "Take on" }));
  await waitFor(() =>
    expect(sent).toEqual([
      {
        name: "Mill",
        about: "",
        domains: [],
        currencies: ["DKK"],
        signOffDemanded: false,
        leadsKeptDays: 90,
      },
    ]),
  );
});

it("makes a picture the mark of a client that is taken on", async () => {
  const files = uploading(() => ({ body: { sha256: "5ha" } }));
  const { sent } = room("clients", true, (body, path) =>
    path.endsWith("/look")
      ? { colours: { ink: "#ffffff", ground: "#20302c" }, mark: null }
      : body && path === "/api/agency/clients"
        ? { ...CLIENT, id: "c2" }
        : undefined,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Take a client on…" }));
  fireEvent.change(await screen.findByLabelText("Name"), { target: { value: "Mill" } });
  choose(document.querySelector("input[type=file]"), new File(["x"], "mill.png", { type: "image/png" }));
  await screen.findByText("mill.png");
  fireEvent.click(screen.getByRole("button", { name: "Take on" }));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(files).toEqual([{ path: "/api/clients/c2/media?name=mill.png", size: 1 }]);
  expect(sent[1]).toEqual({
    colours: { ink: "#ffffff", ground: "#20302c" },
    mark: { corner: "BOTTOM_RIGHT", share: 0.2, sha256: "5ha", words: "" },
  });
});

it("says what taking a client away means, and erases it only by its name", async () => {
  const away = { ...CLIENT, id: "c9", name: "Old Mill", removedAt: "2027-03-09T06:00:00Z" };
  const means = {
    name: "",
    runningAds: 3,
    plans: 2,
    audiences: 1,
    creatives: 4,
    media: 5,
    leads: 0,
    people: 2,
  };
  const { asked, sent } = room("clients", true, (body, path) =>
    path === "/api/agency/clients"
      ? [CLIENT, away]
      : path.endsWith("/means")
        ? means
        : path === "/api/agency/erasures"
          ? [
              {
                id: "e1",
                clientId: "c3",
                at: "2027-03-09T06:00:00Z",
                person: null,
                counts: { plan: 2, client: 1 },
              },
            ]
          : body !== undefined || path.endsWith("/back")
            ? { ok: true }
            : undefined,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Take away…" }));
  await screen.findByText(/3 running ads are paused first. 2 people no longer see it/);
  fireEvent.click(screen.getByRole("button", { name: "Cancel" }));
  await screen.findByText("erased on 8 Apr");
  expect(screen.getByRole<HTMLAnchorElement>("link", { name: "e1" }).href).toContain(
    "/api/agency/erasures/e1/paper",
  );
  expect(screen.getByText("its 30 days were over").closest("tr")?.textContent).toContain("3");

  fireEvent.click(screen.getByRole("button", { name: "Erase now…" }));
  const erase = await screen.findByRole<HTMLButtonElement>("button", { name: "Erase it" });
  expect(erase.disabled).toBe(true);
  fireEvent.change(await screen.findByLabelText("Type its name to go on"), { target: { value: "Old Mill" } });
  await waitFor(() => expect(erase.disabled).toBe(false));
  fireEvent.click(erase);
  await waitFor(() => expect(sent).toEqual([{ name: "Old Mill" }]));
  fireEvent.click(screen.getByRole("button", { name: "Bring back" }));
  await waitFor(() => expect(asked).toContain("/api/agency/clients/c9/back"));
});

it("tells how far the made-up clients are, and what stopped them", async () => {
  room("clients", true, (_, path) =>
    path === "/api/agency/training" ? { state: "LOADING", done: 30, of: 120, problem: null } : undefined,
  );
  await screen.findByText("30 of 120 steps told");
  expect(screen.getByRole("progressbar", { name: "Loading the training clients" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: /Load the/ })).toBeNull();
});

it("tells who did what, what was refused, and of clients that are gone", async () => {
  const line = {
    at: "2027-03-09T06:00:00Z",
    person: "Nell",
    byProgram: false,
    clientId: null,
    client: null,
    refused: false,
  };
  room("trail", true, (_, path) =>
    path === "/api/agency/trail"
      ? {
          lines: [
            { ...line, id: 3, words: "signed in", person: null, refused: true },
            { ...line, id: 2, words: "launched", clientId: "c9", thing: "Spring", byProgram: true },
          ],
          before: null,
        }
      : undefined,
  );
  const refused = (await screen.findByText(/was refused: signed in/)).closest("tr")!;
  expect(within(refused).getByText("nobody known")).toBeTruthy();
  expect(screen.getByText("one that is gone")).toBeTruthy();
  expect(screen.getByText(", by a program")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Older lines" })).toBeNull();
});
