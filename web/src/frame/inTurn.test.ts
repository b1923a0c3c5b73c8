import { afterEach, expect, it, vi } from "vitest";
import { inTurn } from "./inTurn";

afterEach(() => vi.useRealTimers());

it("reads one after the other while nothing else is to do, and goes on after one that fails", async () => {
  vi.useFakeTimers();
  const begun: number[] = [];
  let busy = true;
  let first: (told: string) => void = () => {};
  void inTurn(
    [
      () => {
        begun.push(1);
        return new Promise((read) => (first = read));
      },
      () => {
        begun.push(2);
        return Promise.reject(new Error("away"));
      },
      () => {
        begun.push(3);
        return Promise.resolve();
      },
    ],
    () => busy,
  );
  await vi.advanceTimersByTimeAsync(5_000);
  expect(begun).toEqual([]);
  busy = false;
  await vi.advanceTimersByTimeAsync(5_000);
  expect(begun).toEqual([1]);
  busy = true;
  first("there");
  await vi.advanceTimersByTimeAsync(5_000);
  expect(begun).toEqual([1]);
  busy = false;
  await vi.advanceTimersByTimeAsync(5_000);
  expect(begun).toEqual([1, 2, 3]);
});
