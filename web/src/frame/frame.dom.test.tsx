// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { screen, waitFor } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { expect, it } from "vitest";
import { number } from "../look/format";
import { weekDays } from "../look/weeks";
import { Frame } from "./Frame";

const AGENCY = {
  name: "Withy",
  colour: "#2f5b50",
  accent: "#c1764a",
  currency: "GBP",
  zone: "Europe/London",
  language: "en-GB",
  secondFactor: "EVERYBODY",
};

function house(secondFactorDue: boolean) {
  const told = answering((_, path) => {
    if (path === "/api/session") {
      return {
        body: {
          ...{ id: "nell", name: "Nell Ferry", email: "n@w.example", administrator: false, secondFactorDue },
          preferences: { look: "DARK", language: "da-DK", weekStarts: "SUNDAY", miles: false, letters: true },
        },
      };
    }
    if (path === "/api/agency") return { body: AGENCY };
    if (path === "/api/clock") return { body: { now: "2027-03-09T06:00:00Z" } };
    if (path === "/api/clients") {
      return { body: [{ id: "c1", name: "Oddment", role: "BUYER", campaigns: [], accounts: [] }] };
    }
    return secondFactorDue ? { status: 403, body: { detail: "A second factor first." } } : { body: [] };
  });
  const router = createMemoryRouter(
    [
      {
        path: "/",
        element: <Frame />,
        children: [
          { path: "c/:clientId", element: <>the desk</> },
          { path: "me/:part", element: <>a second factor</> },
        ],
      },
    ],
    { initialEntries: ["/c/c1"] },
  );
  show(<RouterProvider router={router} />);
  return told;
}

it("shows nothing but the second factor to whoever the agency asks for one, and asks for nothing else", async () => {
  const { asked } = house(true);
  await screen.findByText(/a second factor/);
  expect(screen.queryByText("Plan")).toBeNull();
  expect(screen.queryByText(/Find or do/)).toBeNull();
  expect(new Set(asked)).toEqual(new Set(["/api/session", "/api/agency"]));
});

it("shows the screen and the way to all others to everybody else", async () => {
  const { asked } = house(false);
  await screen.findByText("the desk");
  expect(screen.getByText("Plan")).toBeTruthy();
  await waitFor(() => expect(asked).toContain("/api/clock"));
  // As that person has things look and written, whatever the agency's way is.
  expect(document.documentElement.dataset.look).toBe("dark");
  expect(number(1234.5)).toBe("1.234,5");
  expect(weekDays()[0]).toBe(6);
});
