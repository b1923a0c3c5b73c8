// @vitest-environment jsdom
import "../testing/browser";
import { act, render, screen } from "@testing-library/react";
import { beforeEach, expect, it, vi } from "vitest";
import { COLOURS } from "./theme";

/** The system's wish, and who listens to it. */
const system = { dark: false, changed: () => {} };

beforeEach(() => {
  vi.resetModules();
  localStorage.clear();
  delete document.documentElement.dataset.look;
  window.matchMedia = (() => ({
    get matches() {
      return system.dark;
    },
    addEventListener: (_: string, changed: () => void) => (system.changed = changed),
    removeEventListener: () => undefined,
  })) as never;
});

async function dressed() {
  const look = await import("./look");
  const { OnPaper } = await import("./Dressed");
  function Ink({ of }: { of: string }) {
    return <p data-testid={of}>{look.useColours().ink}</p>;
  }
  look.dress();
  render(
    <>
      <Ink of="screen" />
      <OnPaper>
        <Ink of="paper" />
      </OnPaper>
    </>,
  );
  const ink = (of: string) => screen.getByTestId(of).textContent;
  return { look, seen: () => [document.documentElement.dataset.look, ink("screen"), ink("paper")] };
}

const LIGHT = ["light", COLOURS.light.ink, COLOURS.light.ink];
/** What goes on paper stays light. */
const DARK = ["dark", COLOURS.dark.ink, COLOURS.light.ink];

it("is as the system wishes, until somebody chooses, and is remembered", async () => {
  const { look, seen } = await dressed();
  expect(seen()).toEqual(LIGHT);
  system.dark = true;
  act(() => system.changed());
  expect(seen()).toEqual(DARK);
  act(() => look.choose("LIGHT"));
  expect(seen()).toEqual(LIGHT);
  act(() => system.changed());
  expect(seen()).toEqual(LIGHT);
  act(() => look.choose("SYSTEM"));
  expect(seen()).toEqual(DARK);
  system.dark = false;
  act(() => look.choose("DARK"));
  expect(localStorage.getItem("look")).toBe("DARK");
});

it("is the one chosen last before it is known who is here", async () => {
  localStorage.setItem("look", "DARK");
  expect((await dressed()).seen()).toEqual(DARK);
});
