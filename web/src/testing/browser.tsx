import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, configure, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { App, ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { afterEach } from "vitest";
import { BY_LETTERS } from "../look/byLetters";

/*
 * What a browser has and jsdom does not, and a server that answers as a test says. To be imported first: the client takes fetch when
 * it is made.
 */

let answers: (request: Request) => Promise<Response> = (request) => Promise.reject(new Error(request.url));
globalThis.fetch = ((request: Request) => answers(request)) as typeof fetch;

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
} as unknown as typeof ResizeObserver;

/** Of the windows that tests draw in from here on. */
export function wide(pixels: number): void {
  width = pixels;
}

let width = 1280;
/*
 * What the product waits for before it sends, asks or looks again is over at once: how many changes go out in one is then no matter of how
 * quick the machine is. What such a wait is for is checked where the clock is the test's own (frame.test.ts).
 */
const LONGEST_PAUSE_MS = 1_000;
const timer = globalThis.setTimeout;
globalThis.setTimeout = ((run: () => void, ms = 0, ...told: []) =>
  timer(run, ms > LONGEST_PAUSE_MS ? ms : 0, ...told)) as typeof setTimeout;

const MIN_WIDTH = /min-width: (\d+)px/;

if (typeof window !== "undefined") {
  window.matchMedia = ((query: string) => ({
    matches: Number(MIN_WIDTH.exec(query)?.[1] ?? Infinity) <= width,
    media: query,
    addListener() {},
    removeListener() {},
    addEventListener() {},
    removeEventListener() {},
  })) as unknown as typeof window.matchMedia;
}

// A screen is drawn in a second on a quiet machine, and in many on a busy one; this only ends what would wait for good.
configure({ asyncUtilTimeout: 60_000 });

afterEach(cleanup);

export interface Answer {
  status?: number;
  body: unknown;
}

/** A house that was named already, with its numbers. */
export const door = (agency: string) => ({
  founded: true,
  agency,
  rules: {
    shortestPassword: 15,
    idleHours: 12,
    sessionDays: 30,
    bringBackDays: 30,
    languages: ["en-GB", "en-US", "da-DK"],
  },
});

/** What the server answers to each call, by its path, what is sent and what is asked for; paths and what is sent are kept. */
export function answering(
  answer: (sent: unknown, path: string, question: URLSearchParams) => Answer | Promise<Answer>,
) {
  const asked: string[] = [];
  const sent: unknown[] = [];
  answers = async (request) => {
    const text = request.method === "GET" ? "" : await request.text();
    const body: unknown = text ? JSON.parse(text) : undefined;
    const { pathname: path, searchParams } = new URL(request.url);
    asked.push(path);
    if (request.method !== "GET") sent.push(body);
    const told = await answer(body, path, searchParams);
    return new Response(JSON.stringify(told.body), {
      status: told.status ?? 200,
      headers: { "Content-Type": told.status ? "application/problem+json" : "application/json" },
    });
  };
  return { asked, sent };
}

/** A server that takes every call and answers none. */
export function silent() {
  answers = () => new Promise(() => {});
}

/** What the server answers to files that are sent as they are; paths and sizes are kept. */
export function uploading(answer: (path: string) => Answer) {
  const sent: { path: string; size: number }[] = [];
  globalThis.XMLHttpRequest = class {
    upload = {};
    status = 0;
    responseText = "";
    onload: () => void = () => {};
    onabort: () => void = () => {};
    private path = "";
    open(_: string, path: string) {
      this.path = path;
    }
    setRequestHeader() {}
    abort() {
      this.onabort();
    }
    send(content: Blob) {
      sent.push({ path: this.path, size: content.size });
      const told = answer(this.path);
      this.status = told.status ?? 200;
      this.responseText = JSON.stringify(told.body);
      queueMicrotask(() => this.onload());
    }
  } as unknown as typeof XMLHttpRequest;
  return sent;
}

/** Chooses files, as a person does in the browser's own dialog. */
export function choose(input: Element | null, ...files: File[]): void {
  if (!input) throw new Error("No place for files");
  fireEvent.change(input, { target: { files } });
}

/** Chooses from a list that opens. */
export async function pick(label: string, option: string) {
  fireEvent.mouseDown(screen.getByRole("combobox", { name: label }));
  const found = await waitFor(() => {
    const all = [...document.querySelectorAll(".ant-select-item-option-content")];
    const one = all.find((o) => o.textContent === option);
    if (!one) throw new Error(`no ${option} among ${all.map((o) => o.textContent).join(", ")}`);
    return one;
  });
  fireEvent.click(found);
}

/** Draws a part of a screen as it stands in one. */
export function show(what: ReactNode): void {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <ConfigProvider select={BY_LETTERS}>
        <App>{what}</App>
      </ConfigProvider>
    </QueryClientProvider>,
  );
}
