// @vitest-environment jsdom
import { answering, pick, show } from "../../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import type { Medium, Phrase } from "../model";
import { Many } from "./Many";

const media = ["sock", "tin"].map((name): Medium => ({
  sha256: name,
  fileName: `${name}.jpg`,
  format: "JPEG",
  width: 1080,
  height: 1080,
  bytes: 1,
  text: { fields: 0, by: "READER", says: "" },
}));
const phrase = (code: string, kind: Phrase["kind"], text: string) =>
  ({ code, kind, text }) as unknown as Phrase;
const phrases = [
  phrase("H1", "HEADLINE", "Mend it now"),
  phrase("H2", "HEADLINE", "Keep it warm"),
  phrase("B1", "BODY", "Four wools."),
];
const creatives = [
  {
    id: "k1",
    name: "First",
    headlines: ["Mend it now"],
    bodies: [],
    descriptions: [],
    media: [],
    link: "https://old",
  },
  { id: "k2", name: "Second", headlines: [], bodies: [], descriptions: [], media: [], link: "https://old" },
] as unknown as Schemas["Creative"][];

const stand = { runs: 2, placements: 5 };

function told() {
  return answering((sent, path) => {
    if (path.endsWith("/crossed/look")) {
      const { crossing } = sent as { crossing: { media: string[]; headlines: string[] } };
      return {
        body: crossing.media.flatMap((m) =>
          crossing.headlines.map((h, i) => ({
            name: `${m} ${h}`,
            sha256: m,
            headline: h,
            body: "",
            existing: m === "sock" && i === 0 ? "k1" : null,
            standing: stand,
          })),
        ),
      };
    }
    if (path.endsWith("/crossed")) return { body: ["n1", "n2"].map((id) => ({ creative: { id } })) };
    if (path.endsWith("/replaced/look"))
      return {
        body: [
          {
            id: "k1",
            name: "First",
            columns: 2,
            has: false,
            before: stand,
            after: { runs: 1, placements: 5 },
          },
          { id: "k2", name: "Second", columns: 0, has: false, before: stand, after: stand },
          { id: "k3", name: "Third", columns: 0, has: true, before: stand, after: stand },
        ],
      };
    if (path.endsWith("/creatives/replaced")) return { body: { id: "r", changed: ["First"] } };
    if (path.includes("/creatives/replaced/")) return { body: { restored: [], left: ["First"] } };
    if (path.endsWith("/creatives/fit"))
      return { body: { networks: [], actions: [{ code: "shop", words: "Shop" }] } };
    if (path.endsWith("/plans")) return { body: [{ id: "p", name: "Spring", version: 4 }] };
    if (path.endsWith("/plans/p"))
      return {
        body: {
          id: "p",
          version: 4,
          campaigns: [
            {
              id: "c",
              name: "Cold",
              accountId: "a1",
              currency: "GBP",
              moneyPerRowMinor: 1000,
              columns: [{ id: "x", creativeId: "n1" }],
            },
          ],
        },
      };
    if (path.endsWith("/audiences")) return { body: [{ id: "au", accountId: "a1", name: "Knitters" }] };
    return { body: {} };
  });
}

const screenOf = () =>
  show(
    <MemoryRouter>
      <Many clientId="c" {...{ creatives, media, phrases }} rooms={null} />
    </MemoryRouter>,
  );

async function crossed() {
  screenOf();
  fireEvent.click(await screen.findByRole("button", { name: /sock\.jpg/ }));
  fireEvent.click(screen.getByRole("button", { name: /tin\.jpg/ }));
  fireEvent.click(screen.getByRole("checkbox", { name: /H1/ }));
  fireEvent.click(screen.getByRole("checkbox", { name: /H2/ }));
  await screen.findByText("2 media × 2 headlines = 4 creatives");
  return screen.findByRole("button", { name: "Make 3 creatives" });
}

describe("crossing", () => {
  it("shows what comes of it before it is made, and what is there already", async () => {
    told();
    await crossed();
    const sheet = screen.getByLabelText("Contact sheet");
    expect(within(sheet).getAllByRole("figure")).toHaveLength(4);
    expect(within(sheet).getByText("there already")).toBeTruthy();
    expect(within(sheet).getAllByText("fits 2 of 5")).toHaveLength(3);
  });

  it("puts what was made onto a sheet, each in a row of its own, without those that have a column there", async () => {
    const { sent } = told();
    fireEvent.click(await crossed());
    fireEvent.click(await screen.findByRole("button", { name: "Put 2 creatives onto a sheet…" }));
    expect(await screen.findByText("1 has a column there already.")).toBeTruthy();
    fireEvent.click(screen.getByLabelText("Each in a row of its own"));
    expect(await screen.findByText("Knitters")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Put 1 creative there" }));
    await waitFor(() =>
      expect(sent.at(-1)).toMatchObject({
        version: 4,
        edit: { kind: "newAds", campaignId: "c", creativeIds: ["n2"], audienceId: "au" },
      }),
    );
  });
});

describe("replacing", () => {
  it("says where and how it fits then, leaves out what is not wanted, and is taken back", async () => {
    const { sent } = told();
    screenOf();
    fireEvent.click(await screen.findByText("Replace"));
    await pick("What stands there", "https://old (2)");
    fireEvent.change(screen.getByLabelText("What it becomes"), { target: { value: "https://new" } });
    expect(await screen.findByText("has it already")).toBeTruthy();
    expect(screen.getByText("fits 1 of 5").className).toBe("wrong");
    fireEvent.click(screen.getByRole("checkbox", { name: "Second" }));
    fireEvent.click(await screen.findByRole("button", { name: "Replace in 1 creative" }));
    await waitFor(() =>
      expect(sent.at(-1)).toEqual({
        what: { part: "LINK", from: "https://old", to: "https://new" },
        creativeIds: ["k1"],
      }),
    );
    fireEvent.click(await screen.findByRole("button", { name: "Take it back" }));
    expect(await screen.findByText(/First changed since, and stay so/)).toBeTruthy();
  });
});
