// @vitest-environment jsdom
import { answering, pick, show, type Answer } from "../testing/browser";
import { screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { Audiences } from "./Audiences";
import { homeCountry, type Audience } from "./model";

const ACCOUNTS = [
  { id: "hs", name: "Hearthside DKK", network: "HS", networkName: "Hearthside", profiles: [] },
  { id: "gr", name: "Guildrow EUR", network: "GR", networkName: "Guildrow", profiles: [] },
];
const offer = (...countries: string[]) => ({
  rulebook: { audience: { countries: countries.map((code) => ({ code, words: code })) } },
});

describe("the first audience", () => {
  // Made before the network had said where it runs it had a country of no name, and the server refused it.
  it("is begun where the network of the account that was chosen runs, however late that is known", async () => {
    let told: (answer: Answer) => void = () => {};
    const { sent } = answering((_, path) => {
      if (path.endsWith("/several")) return { status: 422, body: { title: "Only asked" } };
      if (path.endsWith("/hs/offer")) return { body: offer("DK", "SE") };
      if (path.endsWith("/gr/offer")) return new Promise((known) => (told = known));
      if (path.endsWith("/c1")) return { body: { client: { accounts: ACCOUNTS } } };
      return { body: [] };
    });
    show(
      <MemoryRouter initialEntries={["/c/c1/audiences"]}>
        <Routes>
          <Route path="/c/:clientId/audiences" element={<Audiences />} />
        </Routes>
      </MemoryRouter>,
    );
    await screen.findByText("No audience yet");
    await pick("New audience", "Guildrow EUR");
    await waitFor(() => expect(screen.queryByText("No audience yet")).toBeNull());
    expect(sent).toEqual([]);
    told({ body: offer("IE", "GB") });
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject([{ accountId: "gr", definition: { places: { countries: ["IE"] } } }]);
  });

  it.each([
    [[], ["DK", "SE"], "DK"],
    [["SE", "SE", "GB"], ["DK", "SE"], "SE"],
    [["GB", "GB", "SE"], ["DK", "SE"], "SE"],
    [["GB"], ["DK"], "DK"],
  ])("is where most others are, of what is offered: %j of %j", (used, offered, home) => {
    const audiences = used.map((c) => ({
      definition: { places: { countries: [c], regions: [], circles: [] } },
    })) as unknown as Audience[];
    const choices = offered.map((code) => ({ code, words: code }));
    expect(homeCountry(audiences, choices)).toBe(home);
  });
});
