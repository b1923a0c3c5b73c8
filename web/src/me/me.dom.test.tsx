// @vitest-environment jsdom
import { answering, door, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { expect, it } from "vitest";
import { MeScreen } from "./MeScreen";

// Drawing squares needs a canvas, which jsdom has not.
HTMLCanvasElement.prototype.getContext = (() => null) as never;

function room(part: string, secondFactor: boolean, told: (body: unknown, path: string) => unknown) {
  const asked = answering((body, path) => {
    if (path === "/api/session")
      return { body: { id: "nell", name: "Nell", email: "nell@h.example", secondFactor, recoveryCodes: 2 } };
    return { body: told(body, path) ?? [] };
  });
  show(
    <MemoryRouter initialEntries={[`/me/${part}`]}>
      <Routes>
        <Route path="/me/:part" element={<MeScreen />} />
      </Routes>
    </MemoryRouter>,
  );
  return asked;
}

it("turns a second factor on and shows the codes on paper once", async () => {
  const { sent } = room("second-factor", false, (body, path) =>
    path === "/api/me/second-factor/offer"
      ? { secret: "ABCDEFGH", address: "otpauth://totp/x?secret=ABCDEFGH" }
      : body
        ? { codes: ["aaaa-bbbb-cccc-dddd"] }
        : undefined,
  );
  await screen.findByText("ABCD EFGH");
  fireEvent.change(screen.getByLabelText("Code"), { target: { value: "123456" } });
  fireEvent.change(screen.getByLabelText("Your password"), { target: { value: "seven heron lamp" } });
  fireEvent.click(screen.getByRole("button", { name: "Turn it on" }));
  await screen.findByText("aaaa-bbbb-cccc-dddd");
  expect(sent).toEqual([{ secret: "ABCDEFGH", code: "123456", password: "seven heron lamp" }]);
  fireEvent.click(screen.getByRole("button", { name: "I have them" }));
  expect(screen.queryByText("aaaa-bbbb-cccc-dddd")).toBeNull();
});

it("says when few codes are left, and asks for the password before it turns off", async () => {
  const { sent, asked } = room("second-factor", true, () => undefined);
  expect((await screen.findByText("2 codes on paper are left.")).className).toBe("fault");
  fireEvent.click(screen.getByRole("button", { name: "Turn it off…" }));
  fireEvent.change(await screen.findByLabelText("Your password"), { target: { value: "seven heron lamp" } });
  fireEvent.click(screen.getByRole("button", { name: "Go on" }));
  await waitFor(() => expect(asked).toContain("/api/me/second-factor/off"));
  expect(sent).toEqual([{ password: "seven heron lamp" }]);
});

it("offers a token no more than its maker may, and shows the addresses that go with it", async () => {
  const clients = [
    { id: "c1", name: "Marsh Bakery", role: "VIEWER" },
    { id: "c2", name: "Mill", role: "BUYER" },
  ];
  const { sent } = room("tokens", false, (body, path) =>
    path === "/api/clients"
      ? clients
      : body
        ? { token: "t0ken", view: { id: "t", name: "Sums", clientId: "c1", role: "VIEWER" } }
        : undefined,
  );
  fireEvent.click(await screen.findByRole("button", { name: "Make a token…" }));
  fireEvent.change(screen.getByLabelText("For what"), { target: { value: "Sums" } });
  fireEvent.mouseDown(screen.getByRole("combobox", { name: "May" }));
  await waitFor(() => expect(document.querySelectorAll(".ant-select-item-option-content")).toHaveLength(1));
  await pick("At", "Mill");
  await pick("At", "Marsh Bakery");
  fireEvent.click(screen.getByRole("button", { name: "Make it" }));
  const feed = await screen.findByLabelText<HTMLInputElement>(/for a calendar/);
  expect(feed.value).toMatch(/\/api\/clients\/c1\/calendar\.ics\?token=t0ken$/);
  expect(sent).toEqual([{ name: "Sums", role: "VIEWER", days: 90, clientId: "c1" }]);
});

it("names browsers as people do, and ends other sessions", async () => {
  const session = { since: "2027-03-09T06:00:00Z", lastSeen: "2027-03-09T07:00:00Z", address: "10.0.0.7" };
  const chrome = "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/150.0 Safari/537.36";
  const { asked } = room("sessions", false, (_, path) =>
    path === "/api/me/sessions"
      ? [
          { ...session, id: "a", agent: chrome, here: true },
          {
            ...session,
            id: "b",
            agent: "Mozilla/5.0 (iPhone; CPU iPhone OS 20) Version/20 Safari/604",
            here: false,
          },
        ]
      : {},
  );
  await screen.findByText("Chrome on Linux");
  expect(screen.getByText("Safari on iPhone")).toBeTruthy();
  expect(screen.getAllByRole("button", { name: "End it" })).toHaveLength(1);
  fireEvent.click(screen.getByRole("button", { name: "End it" }));
  await waitFor(() => expect(asked).toContain("/api/me/sessions/b"));
});

it("has things look and written as is chosen, at once, and goes back where that was not kept", async () => {
  const usual = { look: "SYSTEM", language: null, weekStarts: null, miles: false, letters: true };
  let refuse = false;
  const { sent } = answering((body, path) => {
    if (path === "/api/session") return { body: { id: "nell", name: "Nell", preferences: usual } };
    if (path === "/api/agency") return { body: { language: "en-GB" } };
    if (path === "/api/door") return { body: door("Withy") };
    return refuse ? { status: 422, body: { detail: "Not now." } } : { body };
  });
  show(
    <MemoryRouter initialEntries={["/me/preferences"]}>
      <Routes>
        <Route path="/me/:part" element={<MeScreen />} />
      </Routes>
    </MemoryRouter>,
  );
  fireEvent.click(await screen.findByText("Miles"));
  await waitFor(() => expect(sent.at(-1)).toEqual({ ...usual, miles: true }));
  await pick("Weeks begin on", "Sunday");
  await waitFor(() => expect(sent.at(-1)).toEqual({ ...usual, miles: true, weekStarts: "SUNDAY" }));
  const dark = screen.getByRole<HTMLInputElement>("radio", { name: "Dark" });
  refuse = true;
  fireEvent.click(dark);
  await waitFor(() => expect(sent.at(-1)).toMatchObject({ look: "DARK" }));
  await screen.findByText("Not now.");
  await waitFor(() => expect(dark.checked).toBe(false));
});
