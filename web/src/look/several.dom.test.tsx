// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { Several } from "./Several";

const CITIES = ["Leeds", "Norwich"].map((label) => ({ value: label, label }));

it("closes after Enter has taken what was found, and opens again for who types on", async () => {
  const taken = vi.fn();
  show(<Several aria-label="Cities" options={CITIES} onChange={taken} />);
  const field = screen.getByRole("combobox", { name: "Cities" });
  fireEvent.change(field, { target: { value: "nor" } });
  await waitFor(() => expect(field.getAttribute("aria-expanded")).toBe("true"));
  fireEvent.keyDown(field, { key: "Enter", keyCode: 13 });
  expect(taken.mock.calls[0]?.[0]).toEqual(["Norwich"]);
  await waitFor(() => expect(field.getAttribute("aria-expanded")).toBe("false"));
  fireEvent.change(field, { target: { value: "lee" } });
  await waitFor(() => expect(field.getAttribute("aria-expanded")).toBe("true"));
});
