import { onlineManager } from "@tanstack/react-query";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Problem } from "./client";
import { newQueries } from "./queries";

describe("a question to the server", () => {
  afterEach(() => {
    onlineManager.setOnline(true);
    vi.useRealTimers();
  });

  it.each([
    { network: "there", online: true },
    { network: "away, as the browser thinks", online: false },
  ])("is asked with the network $network", async ({ online }) => {
    onlineManager.setOnline(online);
    const queryFn = vi.fn(() => Promise.resolve("an answer"));
    expect(await newQueries().query({ queryKey: ["a"], queryFn })).toBe("an answer");
    expect(queryFn).toHaveBeenCalledOnce();
  });

  it.each([
    { refusal: new Problem(503, "Not ready."), tries: 31 },
    { refusal: new Problem(0, "No connection to the server."), tries: 31 },
    { refusal: new Problem(404, "There is no such client."), tries: 1 },
    { refusal: new TypeError("a fault of ours"), tries: 1 },
  ])("that is refused with $refusal.message is asked $tries times", async ({ refusal, tries }) => {
    vi.useFakeTimers();
    onlineManager.setOnline(false);
    const queryFn = vi.fn(() => Promise.reject(refusal));
    const asked = expect(newQueries().query({ queryKey: ["b"], queryFn })).rejects.toBe(refusal);
    await vi.advanceTimersByTimeAsync(60_000);
    await asked;
    expect(queryFn).toHaveBeenCalledTimes(tries);
  });
});
