// @vitest-environment jsdom
import "../testing/browser";
import { render, screen } from "@testing-library/react";
import { Button, Slider } from "antd";
import { expect, it } from "vitest";
import { Dressed } from "./Dressed";
import { LookHere } from "./look";

const written = () => [...document.querySelectorAll("style[data-css-hash]")];

it("keeps the styles of what is gone, and writes none of them again", () => {
  const shown = (what: "slider" | "button") => (
    <Dressed>{what === "slider" ? <Slider ariaLabelForHandle="Radius" /> : <Button>Keep</Button>}</Dressed>
  );
  const { rerender } = render(shown("slider"));
  rerender(shown("button"));
  const styles = written();
  expect(styles.length).toBeGreaterThan(2);
  const changes = new MutationObserver(() => {});
  changes.observe(document.head, { childList: true, subtree: true, characterData: true });
  rerender(shown("slider"));
  rerender(shown("button"));
  expect(changes.takeRecords()).toEqual([]);
  expect(written()).toEqual(styles);
});

it("leaves each look its own variables, whichever was worn last", () => {
  const worn = (look: "light" | "dark") => (
    <LookHere value={look}>
      <Dressed>
        <Button>{look}</Button>
      </Dressed>
    </LookHere>
  );
  const { rerender } = render(worn("light"));
  const variables = (look: "light" | "dark") => {
    rerender(worn(look));
    const button = screen.getByText(look).closest("button") as HTMLElement;
    const styles = [...document.querySelectorAll("style[data-token-hash]")].map((style) => style.textContent);
    return styles.filter((text) => button.closest(text.slice(0, text.indexOf("{"))));
  };
  const [light, dark, again] = [variables("light"), variables("dark"), variables("light")];
  expect(light.length).toBeGreaterThan(0);
  expect(dark.length).toBe(light.length);
  expect(dark.filter((text) => light.includes(text))).toEqual([]);
  expect(again).toEqual(light);
});
