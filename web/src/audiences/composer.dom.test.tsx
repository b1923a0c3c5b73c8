// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useState } from "react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { Composer } from "./Composer";
import { everyoneIn, NO_PLACES, type Definition, type Draft } from "./model";

const account = { id: "a1", network: "HS", networkName: "Hearthside", profiles: [] };
const YORKSHIRE = { "GB.YRK": "Yorkshire" };
const LEEDS = {
  id: 12,
  name: "Leeds",
  latitude: 53.8,
  longitude: -1.5,
  country: "GB",
  region: "GB.YRK",
  people: 516_000,
};

const offered = {
  countries: [
    { code: "GB", words: "Great Britain" },
    { code: "DK", words: "Denmark" },
  ],
  youngest: 14,
  oldest: 80,
  ageBands: [] as Schemas["AgeRange"][],
  regions: true,
  radius: { leastKm: 2, mostKm: 100 } as { leastKm: number; mostKm: number } | null,
  presences: ["LIVING", "LATELY"],
  terms: [
    { kind: "INTEREST", words: "Interests", choices: [] },
    { kind: "KEYWORD", words: "Keywords", choices: [] },
    { kind: "NAMED", words: "As the network calls them", choices: [] },
    { kind: "DEVICE", words: "Devices", choices: [{ code: "phone", words: "phones" }] },
  ],
};
const topics = [
  { code: "crafts", words: "Crafts", group: "Making", level: 2 },
  { code: "knitting", words: "Knitting", group: "Making", level: 3, parent: "crafts" },
];

/** The sentence over a draft that is kept, and what becomes of it. */
function composing(more: {
  definition?: Partial<Definition>;
  offer?: Partial<typeof offered>;
  byHand?: boolean;
}) {
  const offer = {
    rulebook: { audience: { ...offered, ...more.offer }, byHand: !!more.byHand, money: [] },
    topics,
  } as unknown as Schemas["OfferView"];
  const seen: { draft?: Draft } = {};
  const { asked } = answering((sent, path, question) => {
    if (path.endsWith("/size")) {
      const d = (sent as { definition: Definition }).definition;
      const kinds = ["COUNTRY", ...(d.ages ? ["AGES"] : []), ...d.conditions.map(() => "CONDITION")];
      const rungs = kinds.map((kind, i) => ({
        kind,
        number: kind === "CONDITION" ? i - (d.ages ? 2 : 1) : 0,
        size: { people: 50_000_000 / 10 ** i, fewer: false },
        kept: i === 0 ? null : 0.1,
      }));
      return { body: { rungs, narrowsMost: rungs.length - 1 } };
    }
    if (path.endsWith("/regions")) return { body: YORKSHIRE };
    if (path.endsWith("/places")) return { body: question.get("text") === "Leeds" ? [LEEDS] : [] };
    if (path.endsWith("/sides")) {
      const differences = [{ kind: "RADIUS", asked: "Leeds", nearest: "Yorkshire" }];
      return { body: [{ accountId: "a2", networkName: "Guildrow", differences, definition: null }] };
    }
    return { body: [] };
  });
  function Sentence() {
    const [draft, setDraft] = useState<Draft>({
      name: "Menders",
      definition: { ...everyoneIn("GB"), ...more.definition },
    });
    seen.draft = draft;
    return (
      <MemoryRouter>
        <Composer
          {...{ clientId: "c1", offer, draft, problem: undefined }}
          account={account as unknown as Schemas["AccountView"]}
          onChange={setDraft}
        />
      </MemoryRouter>
    );
  }
  show(<Sentence />);
  return { asked, now: () => seen.draft?.definition as Definition };
}

const step = (kind: string) => document.querySelector<HTMLElement>(`[data-step=${kind}]`) as HTMLElement;

/** Types into a box of words and ends each with Enter. */
function type(label: string, ...words: string[]) {
  const box = screen.getByLabelText(label);
  for (const word of words) {
    fireEvent.change(box, { target: { value: word } });
    fireEvent.keyDown(box, { key: "Enter", keyCode: 13 });
  }
}

describe("an audience as a sentence", () => {
  it("says after each step how many are left, and which narrows most", async () => {
    composing({
      definition: {
        ages: { from: 30, to: 49 },
        conditions: [{ terms: [{ kind: "INTEREST", code: "knitting" }] }],
      },
    });
    await waitFor(() => expect(step("CONDITION").textContent).toContain("500,000"));
    expect(step("COUNTRY").textContent).toContain("Everyone on Hearthside in Great Britain50 Mstart");
    expect(step("AGES").textContent).toContain("5 Mkeeps 10 %");
    expect(step("CONDITION").textContent).toContain("keeps 10 %, narrows most");
    expect(step("CONDITION").textContent).toContain("interested in");
  });

  it.each([
    { typed: ["Youngest age", "30"], ages: { from: 30, to: 80 } },
    { typed: ["Oldest age", "49"], ages: { from: 14, to: 49 } },
  ])("fills the other end of ages in: $typed", async ({ typed: [label = "", value], ages }) => {
    const { now } = composing({});
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
    fireEvent.blur(screen.getByLabelText(label));
    await waitFor(() => expect(now().ages).toEqual(ages));
  });

  it("offers the bands of a network that takes no others", async () => {
    const { now } = composing({
      offer: {
        ageBands: [
          { from: 14, to: 19 },
          { from: 20, to: 80 },
        ],
      },
    });
    await pick("Youngest age", "20");
    expect(now().ages).toEqual({ from: 20, to: 80 });
    expect(step("AGES").textContent).toContain("in fixed bands here");
    await pick("Oldest age", "80 and over");
    expect(now().ages).toEqual({ from: 20, to: 80 });
  });

  it("finds a city by name, with its region and people, and asks for a circle around it", async () => {
    const { now } = composing({});
    fireEvent.change(screen.getByLabelText("Add a place"), { target: { value: "Leeds" } });
    await pick("Add a place", "Leeds, Yorkshire, Great Britain · 516,000");
    expect(now().places.circles).toMatchObject([{ cityId: 12, name: "Leeds", country: "GB" }]);
    expect(now().places.countries).toEqual([]);
    fireEvent.click(screen.getByLabelText("Remove Leeds"));
    expect(now().places).toEqual({ ...NO_PLACES, countries: ["GB"] });
  });

  it("leaves places out, and says how fine they can be", async () => {
    const { now } = composing({ offer: { radius: null } });
    await pick("leave out a place", "Denmark");
    expect(now().placesLeftOut.countries).toEqual(["DK"]);
    expect(step("PLACES").textContent).toContain("no finer than a region here");
  });

  it("keeps one country at least, and takes another", async () => {
    const { now } = composing({});
    expect(screen.queryByLabelText("Remove Great Britain")).toBeNull();
    await pick("Add a place", "Denmark");
    expect(now().places.countries).toEqual(["GB", "DK"]);
    fireEvent.click(screen.getByLabelText("Remove Great Britain"));
    expect(now().places.countries).toEqual(["DK"]);
  });

  it.each([
    { button: "Device", label: "Devices", option: "phones", kept: { kind: "DEVICE", code: "phone" } },
    {
      button: "Interest",
      label: "Interests",
      option: "Crafts, all",
      kept: { kind: "INTEREST", code: "crafts" },
    },
  ])("adds a line of $label and takes it out again", async ({ button, label, option, kept }) => {
    const { now } = composing({});
    fireEvent.click(screen.getByText(button));
    await pick(label, option);
    expect(now().conditions).toEqual([{ terms: [kept] }]);
    const line = await waitFor(() => step("CONDITION"));
    fireEvent.click(within(line).getByLabelText("Remove this step"));
    expect(now().conditions).toEqual([]);
  });

  it.each([
    { button: "Reading", label: "Keywords", code: "wool" },
    { button: "As it is called there", label: "As the network calls them", code: "Wool" },
  ])("keeps typed words: $label as $code", async ({ button, label, code }) => {
    const { now } = composing({});
    fireEvent.click(screen.getByText(button));
    await screen.findByLabelText(label);
    type(label, " Wool ");
    await waitFor(() => expect(now().conditions[0]?.terms.map((t) => t.code)).toEqual([code]));
    type(`Left out: ${label}`, "Moths");
    await waitFor(() =>
      expect(now().leftOut.map((t) => t.code)).toEqual([code === "wool" ? "moths" : "Moths"]),
    );
  });

  it("tells what the client's other networks cannot do exactly", async () => {
    composing({});
    expect(await screen.findByText("Guildrow")).toBeTruthy();
  });

  it("asks nothing of a network without a connector", async () => {
    const { asked } = composing({ byHand: true, offer: { regions: false, radius: null } });
    expect(step("PLACES").textContent).toContain("no finer than a country here");
    await waitFor(() => expect(asked.some((path) => path.endsWith("/sources"))).toBe(true));
    expect(asked.filter((path) => /size|sides/.test(path))).toEqual([]);
  });
});
