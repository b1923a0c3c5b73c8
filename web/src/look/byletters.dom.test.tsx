// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { Select, type SelectProps } from "antd";
import { expect, it } from "vitest";

const told = () =>
  [...document.querySelectorAll(".ant-select-item-option-content")].map((o) => o.textContent);

it.each([
  { options: [{ value: "DKK" }, { value: "EUR" }], typed: "dkk", found: ["DKK"] },
  {
    options: [
      { value: "a", label: "Danish krone" },
      { value: "kr", label: "Euro" },
    ],
    typed: "kr",
    found: ["Danish krone"],
  },
  {
    options: [{ label: "Copenhagen", options: [{ value: "1", label: "Amager" }] }],
    typed: "amag",
    found: ["Amager"],
  },
  {
    options: [
      { value: "1", label: <b>drawn</b> },
      { value: "2", label: "2" },
    ],
    typed: "1",
    found: ["drawn"],
  },
  { options: [{ value: "EUR" }], typed: "x", found: [] },
])("“$typed” finds $found", async ({ options, typed, found }) => {
  show(<Select aria-label="Where" options={options as SelectProps["options"]} defaultOpen />);
  fireEvent.change(screen.getByRole("combobox"), { target: { value: typed } });
  await waitFor(() => expect(told()).toEqual(found));
});
