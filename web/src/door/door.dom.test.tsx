// @vitest-environment jsdom
import { answering, door, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { beforeEach, expect, it } from "vitest";
import { First } from "./First";
import { Join } from "./Join";
import { SignIn } from "./SignIn";

const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });

const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

beforeEach(() => {
  window.location.hash = "";
});

it("asks for the second factor after the password, and says what was wrong with it", async () => {
  const { asked, sent } = answering((body, path) => {
    if (path === "/api/door") return { body: door("Heronsgate") };
    if (path === "/api/session") return { body: { secondFactorWanted: true } };
    return { status: 401, body: { detail: `Not ${(body as { code: string }).code}.` } };
  });
  show(
    <MemoryRouter>
      <SignIn />
    </MemoryRouter>,
  );
  await screen.findByText("Heronsgate");
  type("E-mail", "nell@heronsgate.example");
  type("Password", "seven heron lamp");
  press("Sign in");
  await screen.findByText("Second factor");
  type("Code", "123456");
  press("Go on");
  await screen.findByText("Not 123456.");
  expect(asked).toEqual(["/api/door", "/api/session", "/api/session/second"]);
  expect(sent).toEqual([
    { email: "nell@heronsgate.example", password: "seven heron lamp" },
    { code: "123456" },
  ]);
});

it("says where to move in when nobody has", async () => {
  answering(() => ({ body: { ...door(""), founded: false } }));
  show(
    <MemoryRouter>
      <SignIn />
    </MemoryRouter>,
  );
  await screen.findByText("Nobody has moved in yet.");
  expect(screen.queryByLabelText("Password")).toBeNull();
});

it("takes a password by a link, which it never puts into an address", async () => {
  window.location.hash = "#the-secret";
  const { asked, sent } = answering((_, path) => {
    if (path === "/api/door") return { body: door("Heronsgate") };
    if (path === "/api/door/link")
      return { body: { agency: "Heronsgate", name: "Otto", email: "otto@b.example", comesFirst: true } };
    return { status: 422, body: { detail: "Too easy." } };
  });
  show(<Join />);
  await screen.findByText("Welcome to Heronsgate");
  type("Password", "too short");
  press("Come in");
  await screen.findByText("9 of at least 15 signs so far.");
  type("Password", "eleven damp otters");
  press("Come in");
  await screen.findByText("Too easy.");
  expect(asked.some((path) => path.includes("the-secret"))).toBe(false);
  expect(sent.at(-1)).toEqual({ secret: "the-secret", name: "Otto", password: "eleven damp otters" });
});

it("says that a link has ended", async () => {
  answering((_, path) =>
    path === "/api/door"
      ? { body: door("Heronsgate") }
      : { status: 422, body: { detail: "This link was used, has ended, or is none." } },
  );
  show(<Join />);
  await screen.findByText("This link was used, has ended, or is none.");
  expect(screen.getByRole("link", { name: "Sign in" })).toBeTruthy();
});

it("names the agency with what the browser suggests, by the key behind the address", async () => {
  window.location.hash = "#key";
  const { sent } = answering((_, path) =>
    path === "/api/door"
      ? { body: { ...door(""), founded: false } }
      : { status: 403, body: { detail: "This is not the address." } },
  );
  show(<First />);
  await screen.findByLabelText("Agency");
  type("Agency", "Heronsgate");
  type("Your name", "Nell");
  type("Your e-mail", "nell@heronsgate.example");
  type("Password", "seven heron lamp");
  press("Move in");
  await screen.findByText("This is not the address.");
  await waitFor(() =>
    expect(sent[0]).toMatchObject({
      key: "key",
      agency: { name: "Heronsgate", language: "en-US", currency: "USD", colour: "#2f5b50" },
      person: { name: "Nell", email: "nell@heronsgate.example", password: "seven heron lamp" },
    }),
  );
});
