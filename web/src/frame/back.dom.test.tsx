// @vitest-environment jsdom
import { show } from "../testing/browser";
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { Input } from "antd";
import { createMemoryRouter, Outlet, RouterProvider } from "react-router";
import { expect, it } from "vitest";
import { Dialog } from "../look/Dialog";
import { useBackAsked } from "./useBackAsked";

function Page() {
  useBackAsked();
  return <Outlet />;
}

const form = (
  <Dialog open title="New">
    <Input aria-label="Name" />
  </Dialog>
);

function begin() {
  const children = [
    { path: "/list", element: "the list" },
    { path: "/form", element: form },
  ];
  const router = createMemoryRouter([{ element: <Page />, children }], {
    initialEntries: ["/list", "/form"],
    initialIndex: 1,
  });
  show(<RouterProvider router={router} />);
  return router;
}

const back = (router: ReturnType<typeof begin>) => act(() => router.navigate(-1));
const answers = (name: string) => screen.queryAllByRole("button", { name });
const answer = (name: string) => fireEvent.click(answers(name).at(-1) as HTMLElement);

it("goes back at once while nothing was entered", async () => {
  const router = begin();
  await screen.findByLabelText("Name");
  await back(router);
  await screen.findByText("the list");
});

it("asks before it goes back from what was entered, and stays or goes as it is told", async () => {
  const router = begin();
  fireEvent.change(await screen.findByLabelText("Name"), { target: { value: "Kits" } });
  await back(router);
  await screen.findAllByText("Leave what was entered here?");
  expect(router.state.location.pathname).toBe("/form");
  answer("Go on");
  const asked = answers("Leave it").length;
  expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Kits");
  await back(router);
  await waitFor(() => expect(answers("Leave it").length).toBeGreaterThan(asked));
  answer("Leave it");
  await screen.findByText("the list");
});

it("lets what was kept lead on", async () => {
  const router = begin();
  fireEvent.change(await screen.findByLabelText("Name"), { target: { value: "Kits" } });
  await act(() => router.navigate("/list"));
  await screen.findByText("the list");
});
