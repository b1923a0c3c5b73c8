// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, it } from "vitest";
import { FirstSteps } from "./FirstSteps";

const CLIENT = { id: "c1", name: "Marsh Bakery", accounts: [] };

it.each([
  {
    accounts: 0,
    audiences: 0,
    creatives: 0,
    plans: 0,
    next: "Open its first account",
    to: "/c/c1/brief?open=account",
  },
  { accounts: 1, audiences: 0, creatives: 2, plans: 0, next: "Describe an audience", to: "/c/c1/audiences" },
  { accounts: 1, audiences: 1, creatives: 0, plans: 1, next: "Make a creative", to: "/c/c1/creative" },
  { accounts: 1, audiences: 1, creatives: 1, plans: 0, next: "Plan a campaign", to: "/c/c1/plan" },
  { accounts: 1, audiences: 1, creatives: 1, plans: 1, next: "Launch it", to: "/c/c1/launch" },
])(
  "leads a new client to its first ad: $next",
  async ({ accounts, audiences, creatives, plans, next, to }) => {
    const things = (many: number) => Array.from({ length: many }, (_, i) => ({ id: `${i}` }));
    answering((_, path) => ({
      body: things(path.endsWith("/audiences") ? audiences : path.endsWith("/creatives") ? creatives : plans),
    }));
    show(
      <MemoryRouter>
        <FirstSteps client={{ ...CLIENT, accounts: things(accounts) } as never} />
      </MemoryRouter>,
    );
    const links = await screen.findAllByRole("link");
    expect(links.map((l) => l.textContent)).toEqual([next]);
    expect(links[0]?.getAttribute("href")).toBe(to);
    const done = [accounts, audiences, creatives, plans].filter((many) => many > 0).length;
    expect(screen.queryAllByLabelText("done")).toHaveLength(done);
  },
);
