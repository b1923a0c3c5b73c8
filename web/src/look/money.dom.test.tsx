// @vitest-environment jsdom
import { show } from "../testing/browser";
import { fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { writeIn } from "./format";
import { MoneyInput } from "./MoneyInput";

afterEach(() => writeIn("en-GB"));

// Unicode CLDR: Danish and German write a comma before hundredths, English a point.
it.each([
  ["en-GB", "12.50", 1250],
  ["da-DK", "12,50", 1250],
  ["de-DE", "7,05", 705],
  ["da-DK", "12.50", 1250],
])("in %s %s is typed for %i", (language, typed, minor) => {
  writeIn(language);
  const onChange = vi.fn();
  show(<MoneyInput label="Money" minor={null} currency="EUR" onChange={onChange} />);
  fireEvent.change(screen.getByLabelText("Money"), { target: { value: typed } });
  expect(onChange).toHaveBeenLastCalledWith(minor);
});
