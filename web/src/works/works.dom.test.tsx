// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import {
  at,
  dropWords,
  explained,
  likeliest,
  MARK_SHARES,
  stillAt,
  times,
  type Trait,
  valueWords,
  verdict,
} from "./model";
import type { FilmHold, MixView, ValueWorks } from "./queries";
import { Works } from "./Works";

type Value = ValueWorks["value"];

function one(
  trait: Trait,
  value: string,
  given: Partial<Value> = {},
  creativeId: string | null = "k1",
): ValueWorks {
  return {
    value: {
      trait,
      value,
      ads: 4,
      carriers: 1,
      came: 60,
      of: 2000,
      held: "APART",
      beside: { times: 1.5, between: { from: 1.2, to: 1.9 }, p: 0.01, days: 6 },
      mixedWith: [],
      ...given,
    },
    number: 0.03,
    currency: "GBP",
    creativeId,
  };
}

const chance = { times: 1.1, between: { from: 0.8, to: 1.5 }, p: 0.6, days: 6 };
const metric = (code: string, words: string) => ({
  code,
  words,
  written: "SHARE",
  better: "HIGH",
  formula: "",
  rests: "impressions",
  restsWords: "impressions",
  own: false,
});

const stands = (number: number, rate: number, best: number, weak = false) => ({
  number,
  came: 60,
  of: 2000,
  rate,
  low: rate * 0.8,
  high: rate * 1.2,
  best,
  weak,
});

const mix = {
  creativeId: "k7",
  name: "Kits, mixed",
  planId: "p",
  campaignId: "c",
  currency: "GBP",
  ads: 2,
  since: "2027-03-15",
  slots: [
    { slot: "MEDIA", parts: [{ part: "sock", stands: stands(1, 0.02, 0.5) }] },
    {
      slot: "HEADLINE",
      parts: [
        { part: "Mend it now", stands: stands(1, 0.03, 0.97) },
        { part: "Keep it warm", stands: stands(2, 0.012, 0.0, true) },
      ],
    },
    { slot: "CALL_TO_ACTION", parts: [{ part: "learn-more", stands: stands(1, 0.02, 0.01, true) }] },
  ],
  together: [{ first: 1, second: 1, came: 30, of: 1000, rate: 0.03, times: 1.02, low: 0.8, high: 1.24 }],
} satisfies MixView;

const film: FilmHold = {
  film: "reel",
  began: 1000,
  still: [1, 0.6, 0.2, 0.12, 0.05],
  usual: [1, 0.6, 0.4, 0.25, 0.1],
  others: 2,
  drop: { from: 1, lost: 2 / 3, usual: 1 / 3 },
};

const medium = (sha256: string, fileName: string, seconds?: number) => ({
  sha256,
  fileName,
  format: "JPEG",
  width: 1080,
  height: 1920,
  bytes: 1,
  text: { fields: 0, by: "READER", says: "" },
  ...(seconds && { video: { seconds, codec: "h264", frameRate: 25, sound: false } }),
});

function told(over: Record<string, unknown> = {}) {
  return answering((_, path) => {
    const end = path.replace(/^.*\/clients\/c/, "");
    const answers: Record<string, unknown> = {
      "/results/offer": { metrics: [metric("click_rate", "click rate"), metric("view_rate", "view rate")] },
      "/works": {
        metric: metric("click_rate", "click rate"),
        share: true,
        ads: 8,
        traits: [
          {
            trait: "HEADLINE",
            values: [one("HEADLINE", "Mend it now"), one("HEADLINE", "Keep it warm", { beside: chance })],
          },
          {
            trait: "COLOUR",
            values: [one("COLOUR", "BLUE", { held: "MIXED", mixedWith: ["MEDIUM", "BODY"] })],
          },
          {
            trait: "FORMAT",
            values: [one("FORMAT", "carousel", { held: "NEVER_BESIDE", beside: null }, null)],
          },
        ],
      },
      "/works/mixes": { metric: metric("click_rate", "click rate"), share: true, mixes: [mix] },
      "/works/films": [film],
      "/media": [medium("sock", "sock.jpg"), medium("reel", "reel.mp4", 12)],
      "/formats": [{ code: "carousel", words: "Carousel" }],
      "/creatives": [{ creative: { id: "k1", name: "The first" }, version: 1, columns: 0 }],
      "/phrases": [
        { code: "H3", kind: "HEADLINE", text: "A patch outlives the jacket" },
        { code: "H1", kind: "HEADLINE", text: "Mend it now" },
        { code: "B1", kind: "BODY", text: "Four wools." },
      ],
      "/creatives/k1/like": { creative: { id: "k2" } },
      "/creatives/replaced": { id: "r", changed: ["Kits, mixed"] },
      ...over,
    };
    return { body: answers[end] ?? {} };
  });
}

function screenOf(way = "shown") {
  show(
    <MemoryRouter initialEntries={[`/c/c/results/works?way=${way}`]}>
      <Routes>
        <Route path="/c/:clientId/results/works" element={<Works />} />
        <Route path="/c/:clientId/creative/:id" element={<p>composing</p>} />
      </Routes>
    </MemoryRouter>,
  );
}

describe("what works, by what ads show", () => {
  it("tells what rows hold apart from hints, and why", async () => {
    told();
    screenOf();
    const headline = within(await screen.findByRole("region", { name: "Headline" }));
    expect(headline.getByRole("button", { name: /Mend it now/ }).textContent).toContain("brings more");
    expect(headline.getByRole("button", { name: /Keep it warm/ }).textContent).toContain("can be chance");
    const colour = within(screen.getByRole("region", { name: "Colour" }));
    fireEvent.click(colour.getByRole("button", { name: /blue/ }));
    await screen.findByText(/But picture or film and body differ along with it; only 1 picture has it/);
    fireEvent.click(screen.getByRole("button", { name: /carousel/ }));
    await screen.findByText(/None of them runs beside another in one row/);
  });

  it("makes more like it, with one part left open, never that which works", async () => {
    const { asked, sent } = told();
    screenOf();
    await screen.findByRole("button", { name: "Another body…" });
    expect(screen.queryByRole("button", { name: "Another headline…" })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Another picture or film…" }));
    await screen.findByText("composing");
    expect(asked.some((p) => p.endsWith("/creatives/k1/like"))).toBe(true);
    expect(sent).toContainEqual({ part: "MEDIA" });
  });

  it("waits for ads beside each other", async () => {
    told({ "/works": { metric: metric("click_rate", "click rate"), share: true, ads: 0, traits: [] } });
    screenOf();
    await screen.findByText("Nothing to compare yet");
  });
});

describe("the parts of mix ads", () => {
  it("are told with the likeliest best, and the weak is replaced from the deck", async () => {
    const { sent } = told();
    screenOf("mixes");
    const parts = await screen.findAllByTestId("mix-part");
    expect(parts.map((p) => p.textContent)).toEqual([
      expect.stringContaining("2.00 %"),
      expect.stringMatching(/Mend it now.*97 %.*likely best/),
      expect.stringMatching(/Keep it warm.*Replace…/),
      expect.stringMatching(/learn more.*weak/),
    ]);
    screen.getByText(/of 15 Mar and later: before, it showed something else/);
    screen.getByText("0.80–1.24 ×");
    fireEvent.click(screen.getByRole("button", { name: "Replace…" }));
    await pick("What stands there instead", "A patch outlives the jacket");
    fireEvent.click(screen.getByRole("button", { name: "Replace it" }));
    await waitFor(() =>
      expect(sent).toContainEqual({
        what: { part: "HEADLINE", from: "Keep it warm", to: "A patch outlives the jacket" },
        creativeIds: ["k7"],
      }),
    );
  });
});

describe("films", () => {
  it("are looked through by keys, with the drop marked", async () => {
    told();
    screenOf("films");
    const reel = within(await screen.findByRole("region", { name: "reel.mp4" }));
    reel.getByText("Between 25 % and 50 %, 67 % of those still there leave, of the other films 33 %.");
    const curve = reel.getByRole("slider");
    expect(curve.getAttribute("aria-valuetext")).toBe("100 % still watching");
    for (let i = 0; i < 5; i++) fireEvent.keyDown(curve, { key: "ArrowRight" });
    expect(curve.getAttribute("aria-valuetext")).toBe("60 % still watching");
    reel.getByText("3.0 s");
    reel.getByText("about 600 people");
  });
});

describe("what is said of it", () => {
  it.each([
    ["SOURCE", "NONE", "written by ourselves"],
    ["TEXT_LENGTH", "61-125", "61 to 125 characters"],
    ["FILM_LENGTH", "31+", "31 or more s"],
    ["COLOUR", "BROWN", "brown"],
    ["MEDIUM", "sock", "sock.jpg"],
    ["MEDIUM", "gone", "removed since"],
    ["ANGLE", "thrift", "thrift"],
  ] as const)("names %s %s", (trait, value, words) => {
    expect(valueWords(trait, value, new Map([["sock", "sock.jpg"]]))).toBe(words);
  });

  it.each([
    [{}, "more", "brings more"],
    [{ beside: { ...chance, p: 0.001, times: 0.6 } }, "less", "brings less"],
    [{ beside: chance }, "open", "can be chance"],
    [{ beside: null }, "open", "too little came"],
    [{ held: "MIXED" }, "hint", "a hint: more"],
    [{ held: "NEVER_BESIDE", beside: null }, "hint", "alone in its row"],
  ] as const)("judges %o", (given, tone, words) => {
    expect(verdict(one("HEADLINE", "x", given as Partial<Value>))).toEqual({ tone, words });
  });

  it("explains with times and certainty", () => {
    expect(explained(one("HEADLINE", "x", { ads: 1 }), "the click rate of the others")).toBe(
      "1 ad shows it. In the same rows and on the same days it brings 1.50 × the click rate of the others, with 95 % certainty 1.20 × to 1.90 ×, on 6 days. All else was alike.",
    );
    expect(explained(one("HEADLINE", "x", { held: "MIXED" }), "x")).toContain("changes from pair to pair");
    expect(times(12.4)).toBe("12 ×");
  });

  it("draws ratios from a third to three times, and shares of films between what is counted", () => {
    expect([1 / 3, 1, 3, 9, 0.1].map(at)).toEqual([0, 0.5, 1, 1, 0].map((x) => expect.closeTo(x, 9)));
    expect(MARK_SHARES.map((s) => stillAt(film.still, s))).toEqual(
      film.still.map((s) => expect.closeTo(s, 9)),
    );
    expect(stillAt(film.still, 0.375)).toBeCloseTo(0.4);
    expect(dropWords({ ...film, drop: { from: 3, lost: 0.5, usual: null } })).toBe(
      "Between 75 % and end, 50 % of those still there leave.",
    );
    expect(dropWords({ ...film, drop: null })).toBeUndefined();
    expect(likeliest(mix, "HEADLINE")).toBe("Mend it now");
    expect(likeliest(mix, "MEDIA")).toBeUndefined();
  });
});
