// @vitest-environment jsdom
import { renderHook } from "@testing-library/react";
import { App } from "antd";
import { createElement } from "react";
import { describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { useChange } from "./useChange";

const told = vi.fn();
vi.spyOn(App, "useApp").mockReturnValue({ message: { error: told } } as never);

function carryOut() {
  return renderHook(() => useChange(), { wrapper: ({ children }) => createElement("div", {}, children) })
    .result.current;
}

describe("a change", () => {
  it("goes on from what it made", async () => {
    const seen: number[] = [];
    expect(await carryOut()(Promise.resolve(3), (made) => seen.push(made))).toBe(true);
    expect(seen).toEqual([3]);
    expect(told).not.toHaveBeenCalled();
  });

  it.each([[undefined], [() => expect.fail("nothing was made")]])(
    "tells why it was refused",
    async (then) => {
      const refused = Promise.reject(new Problem(422, "Take it out there first."));
      expect(await carryOut()(refused, then)).toBe(false);
      expect(told).toHaveBeenLastCalledWith({ content: "Take it out there first.", duration: 8 });
    },
  );

  it("tells what failed after it, too", async () => {
    const then = () => Promise.reject(new Error("The list did not come."));
    expect(await carryOut()(Promise.resolve(), then)).toBe(false);
    expect(told).toHaveBeenLastCalledWith({ content: "The list did not come.", duration: 8 });
  });
});
