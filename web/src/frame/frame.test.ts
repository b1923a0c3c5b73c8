// @vitest-environment jsdom
import { act, cleanup, render, renderHook, screen } from "@testing-library/react";
import { createElement } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { allKept, saving, useKept, waitingEdits } from "./kept";
import { KeptState } from "./KeptState";
import { Saver } from "./saver";
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
    const { held, refused } = useKept.getState();
    return { saving: saving(held), waiting: waitingEdits(held), refused };
  };

  beforeEach(() => {
    vi.useFakeTimers();
    saved = [];
    answers = [];
    useKept.setState({ held: {}, refused: undefined, keptAt: undefined, did: undefined });
  });

  afterEach(() => {
    cleanup();
    vi.useRealTimers();
  });

  it("sends once after the last key, and says so from the first", async () => {
    const { result } = edit();
    act(() => result.current.change("a k"));
    expect(told().saving).toBe(true);
    await pass(200);
    act(() => result.current.change("a kit"));
    await pass(200);
    expect(saved).toEqual([]);
    await pass(STILL_MS);
    expect(saved).toEqual(["a kit"]);
    expect(result.current.draft).toBe("a kit");
    expect(told()).toEqual({ saving: false, waiting: 0, refused: undefined });
  });

  it("waits without a connection, loses nothing, and sends the newest when it is back", async () => {
    answers = [() => Promise.reject(new Problem(0, "No connection to the server."))];
    const { result } = edit();
    act(() => result.current.change("first"));
    await pass(STILL_MS);
    expect(told()).toMatchObject({ saving: false, waiting: 1 });
    expect(result.current.problem).toBeUndefined();
    act(() => result.current.change("second"));
    await pass(AGAIN_MS);
    expect(saved).toEqual(["first", "second"]);
    expect(told()).toEqual({ saving: false, waiting: 0, refused: undefined });
  });

  it("leaves what was refused on the screen with the reason, until it is mended", async () => {
    answers = [() => Promise.reject(new Problem(422, "The name is empty. Type one."))];
    const { result } = edit();
    act(() => result.current.change(""));
    await pass(STILL_MS);
    expect(result.current.draft).toBe("");
    expect(result.current.problem?.message).toBe("The name is empty. Type one.");
    expect(told()).toMatchObject({ saving: false, refused: "The name is empty. Type one." });
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
    expect(told().saving).toBe(false);
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

/** A number from 0 to 1 that follows from the seed (mulberry32). */
function chance(seed: number): () => number {
  let at = seed;
  return () => {
    at = (at + 0x6d2b79f5) | 0;
    let t = Math.imul(at ^ (at >>> 15), 1 | at);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

describe("what the top line says of several savers at once", () => {
  /** Three savers of different ways, with answers that come in any order, are lost, or refuse. */
  it.each(Array.from({ length: 60 }, (_, seed) => seed))("is true at every step, seed %i", async (seed) => {
    const random = chance(seed);
    useKept.setState({ held: {}, refused: undefined, keptAt: undefined, did: undefined });
    const answers: (() => void)[] = [];
    const timers: (() => void)[] = [];
    const arrived: string[][] = [[], [], []];
    const given: string[][] = [[], [], []];
    const savers = [{}, { pauseMs: 450, newest: true }, { pauseMs: 450, newest: true }].map(
      (ways, i) =>
        new Saver<string>(
          {
            send: (item) =>
              new Promise((kept, lost) =>
                answers.push(() => {
                  const luck = random();
                  if (luck < 0.25) return lost(new Problem(0, "No connection to the server."));
                  arrived[i]!.push(item);
                  if (luck < 0.4) return lost(new Problem(422, "No."));
                  kept();
                }),
              ),
            refused: () => undefined,
            state: (unsaved, connected) => useKept.getState().tell(`saver ${i}`, unsaved, connected),
            later: (run) => timers.push(run),
          },
          ways,
        ),
    );
    const settle = async () => {
      for (let i = 0; i < 20; i++) await Promise.resolve();
    };
    const held = () => {
      const of = useKept.getState().held;
      const unsaved = savers.some((s) => s.unsaved.length > 0);
      expect(allKept(of)).toBe(!unsaved);
      expect(saving(of) || waitingEdits(of) > 0).toBe(unsaved);
    };
    for (let step = 0; step < 120; step++) {
      const what = random();
      if (what < 0.35) {
        const i = Math.floor(random() * 3);
        given[i]!.push(`${step}`);
        savers[i]!.add(`${step}`);
        held();
      } else if (what < 0.75 && answers.length > 0) {
        answers.splice(Math.floor(random() * answers.length), 1)[0]!();
      } else if (timers.length > 0) {
        timers.splice(Math.floor(random() * timers.length), 1)[0]!();
      }
      await settle();
      held();
    }
    // Time goes on, and the server answers.
    for (let i = 0; i < 400 && !allKept(useKept.getState().held); i++) {
      timers.splice(0).forEach((run) => run());
      await settle();
      answers.splice(0).forEach((answer) => answer());
      await settle();
      held();
    }
    expect(allKept(useKept.getState().held)).toBe(true);
    expect(arrived[0]).toEqual(given[0]);
    // Of drafts the last always arrives; some before it gave way.
    expect(arrived[1]!.at(-1)).toBe(given[1]!.at(-1));
    expect(arrived[2]!.at(-1)).toBe(given[2]!.at(-1));
  });
});

describe("the words of the top line", () => {
  const words = () => [document.querySelector(".kept")?.textContent, screen.getByRole("status").textContent];

  afterEach(cleanup);

  it.each([
    ["nothing was changed", () => undefined, "All kept", ""],
    ["one is on its way", () => useKept.getState().tell("a", 1, true), "Keeping…", ""],
    [
      "one is on its way and another waits",
      () => {
        useKept.getState().tell("a", 1, true);
        useKept.getState().tell("b", 3, false);
      },
      "Not kept: no connection, 3 edits waiting",
      "Not kept: no connection, 3 edits waiting",
    ],
    [
      "one was not taken",
      () => useKept.getState().refuse("The name is empty."),
      "Last edit not taken",
      "Not taken: The name is empty.",
    ],
    [
      "the one after it was",
      () => {
        useKept.getState().refuse("The name is empty.");
        useKept.getState().kept("£4.00 to £5.00");
      },
      "All kept, 0 s ago",
      "Kept: £4.00 to £5.00",
    ],
  ])("when %s", (_, happens, says, told) => {
    useKept.setState({ held: {}, refused: undefined, keptAt: undefined, did: undefined });
    happens();
    render(createElement(KeptState));
    expect(words()).toEqual([says, told]);
  });

  it("ask before the page is left while anything is not kept", () => {
    useKept.setState({ held: {}, refused: undefined, keptAt: undefined, did: undefined });
    const leaves = () => window.dispatchEvent(new Event("beforeunload", { cancelable: true }));
    render(createElement(KeptState));
    expect(leaves()).toBe(true);
    act(() => useKept.getState().tell("a", 1, false));
    expect(leaves()).toBe(false);
    act(() => useKept.getState().tell("a", 0, true));
    expect(leaves()).toBe(true);
  });
});
