// @vitest-environment jsdom
import "../testing/browser";
import { render } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { BeforeAfter } from "./BeforeAfter";
import { Findings } from "./Findings";
import { measureIn } from "./format";

afterEach(() => measureIn(false));

const read = (part: Parameters<typeof render>[0]) => render(part).container.textContent;

describe("what a change says", () => {
  it("of a link is its page, with what it carries folded up", () => {
    const of = {
      field: "link",
      code: "LINK",
      before: "https://shop.example/kits",
      after: "https://shop.example/kits?utm_source=hearthside&utm_term=a%20b",
    } as Schemas["FieldTold"];
    const container = render(<BeforeAfter of={of} />).container.cloneNode(true) as HTMLElement;
    expect(container.querySelector("s")?.textContent).toBe("https://shop.example/kits");
    const folded = container.querySelector("details");
    expect(folded?.open).toBe(false);
    expect(folded?.textContent).toBe("with 2 parametersutm_sourcehearthsideutm_terma b");
    folded?.remove();
    expect(container.textContent).toBe("https://shop.example/kits https://shop.example/kits");
  });

  it.each([
    {
      code: "AUDIENCE",
      before: "25 km of York",
      after: "40 km of York",
      km: "25 km of York 40 km of York",
      mi: "15.5 mi of York 24.9 mi of York",
    },
    { code: "AUDIENCE", before: "", after: "1 km of York", km: " 1 km of York", mi: " 0.6 mi of York" },
    {
      code: "NAME",
      before: "Run 5 km",
      after: "Run 10 km",
      km: "Run 5 km Run 10 km",
      mi: "Run 5 km Run 10 km",
    },
    { code: "GOAL", before: "clicks", after: "", km: "clicks empty", mi: "clicks empty" },
  ])(
    "of $code, from “$before” to “$after”, has people in one's own unit and names as typed",
    ({ km, mi, ...field }) => {
      const of = { field: "", ...field } as Schemas["FieldTold"];
      expect(read(<BeforeAfter of={of} />)).toBe(km);
      measureIn(true);
      expect(read(<BeforeAfter of={of} />)).toBe(mi);
    },
  );
});

it("a finding says distances in one's own unit, and what mends it as well", () => {
  measureIn(true);
  const finding = {
    rule: "radius",
    severity: "BLOCKER",
    says: "12 km around York is outside 30 to 80 km.",
    mend: "Make it 30 km.",
    mendable: true,
    place: {},
  } as unknown as Schemas["Finding"];
  expect(read(<Findings findings={[finding]} onJump={vi.fn()} onMend={vi.fn()} />)).toBe(
    "7.5 mi around York is outside 18.6 mi to 49.7 mi.Make it 18.6 mi.mend it",
  );
});
