// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { afterEach, expect, it, vi } from "vitest";
import { Broken } from "./Broken";

afterEach(cleanup);

it("says that a screen broke and how to go on, instead of what programmers would want to see", async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const Breaks = () => {
    throw new Error("nothing to draw");
  };
  const router = createMemoryRouter([{ path: "/", element: <Breaks />, errorElement: <Broken /> }]);
  render(<RouterProvider router={router} />);
  expect((await screen.findByRole("alert")).textContent).toContain("This screen broke");
  expect(screen.getByText("nothing to draw")).toBeDefined();
  expect(screen.getByRole("button", { name: "Load it again" })).toBeDefined();
});
