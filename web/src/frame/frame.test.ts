// @vitest-environment jsdom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { useKept, waitingEdits } from "./kept";
import { useKeptDraft } from "./useKeptDraft";

const STILL_MS = 500;
const AGAIN_MS = 2_100;

/** Time passes, and what was begun in it ends. */
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe("a draft that is kept by itself", () => {
  let saved: string[];
  let answers: (() => Promise<void>)[];

  const save = (draft: string) => {
    saved.push(draft);
    return (answers.shift() ?? (() => Promise.resolve()))();
  };
  const edit = (key = "a", initial = "as it was") =>
    renderHook((props: { key: string; initial: string }) => useKeptDraft(props.key, props.initial, save), {
      initialProps: { key, initial },
    });
  const told = () => {
    const { saving, waiting, refused } = useKept.getState();
    return { saving, waiting: waitingEdits(waiting), refused };
  };

  beforeEach(() => {
    vi.useFakeTimers();
    saved = [];
    answers = [];
    useKept.setState({ saving: 0, waiting: {}, refused: undefined, keptAt: undefined });
  });

  afterEach(() => {
    cleanup();
    vi.useRealTimers();
  });

  it("sends once after the last key, and says so from the first", async () => {
    const { result } = edit();
    act(() => result.current.change("a k"));
    expect(told().saving).toBe(1);
    await pass(200);
    act(() => result.current.change("a kit"));
    await pass(200);
    expect(saved).toEqual([]);
    await pass(STILL_MS);
    expect(saved).toEqual(["a kit"]);
    expect(result.current.draft).toBe("a kit");
    expect(told()).toEqual({ saving: 0, waiting: 0, refused: undefined });
  });

  it("waits without a connection, loses nothing, and sends the newest when it is back", async () => {
    answers = [() => Promise.reject(new Problem(0, "No connection to the server."))];
    const { result } = edit();
    act(() => result.current.change("first"));
    await pass(STILL_MS);
    expect(told()).toMatchObject({ saving: 0, waiting: 1 });
    expect(result.current.problem).toBeUndefined();
    act(() => result.current.change("second"));
    await pass(AGAIN_MS);
    expect(saved).toEqual(["first", "second"]);
    expect(told()).toEqual({ saving: 0, waiting: 0, refused: undefined });
  });

  it("leaves what was refused on the screen with the reason, until it is mended", async () => {
    answers = [() => Promise.reject(new Problem(422, "The name is empty. Type one."))];
    const { result } = edit();
    act(() => result.current.change(""));
    await pass(STILL_MS);
    expect(result.current.draft).toBe("");
    expect(result.current.problem?.message).toBe("The name is empty. Type one.");
    expect(told()).toMatchObject({ saving: 0, refused: "The name is empty. Type one." });
    await pass(AGAIN_MS);
    expect(saved).toEqual([""]);
    act(() => result.current.change("Kits"));
    await pass(STILL_MS);
    expect(saved).toEqual(["", "Kits"]);
    expect(result.current.problem).toBeUndefined();
    expect(told().refused).toBeUndefined();
  });

  it("sends what is typed while it sends afterwards, never two at once", async () => {
    let answer = () => {};
    answers = [() => new Promise((resolve) => (answer = resolve))];
    const { result } = edit();
    act(() => result.current.change("one"));
    await pass(STILL_MS);
    act(() => result.current.change("two"));
    await pass(STILL_MS);
    expect(saved).toEqual(["one"]);
    answer();
    await pass(STILL_MS);
    expect(saved).toEqual(["one", "two"]);
    expect(told().saving).toBe(0);
  });

  it("sends what is not sent yet when the thing is left, and begins anew with the next", async () => {
    const { result, rerender, unmount } = edit();
    act(() => result.current.change("typed in haste"));
    rerender({ key: "b", initial: "another" });
    await pass(0);
    expect(saved).toEqual(["typed in haste"]);
    expect(result.current.draft).toBe("another");
    act(() => result.current.change("and gone"));
    unmount();
    await pass(0);
    expect(saved).toEqual(["typed in haste", "and gone"]);
  });
});
