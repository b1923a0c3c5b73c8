// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router";
import { beforeEach, describe, expect, it } from "vitest";
import { useDrafts } from "./draft";
import { tokenPart, wordPart, type Pattern, type Scheme, type Token } from "./model";
import { Rules } from "./Rules";

const token = (name: string, level: Token["level"], more: Partial<Token> = {}) =>
  ({
    token: name,
    words: name.toLowerCase().replace("_", " "),
    level,
    counts: false,
    values: [],
    ...more,
  }) as Token;
const ROW = token("ROW", "AD_GROUP");
const TEMPERATURE = token("TEMPERATURE", "CAMPAIGN", { values: ["COLD", "WARM"] });
const NUMBER = token("ROW_NUMBER", "AD_GROUP", { counts: true });
const SOURCE = token("NETWORK", "LINK");
const TOKENS = [TEMPERATURE, ROW, NUMBER, SOURCE];

const pattern = (...parts: Pattern["parts"]): Pattern => ({
  parts,
  separator: "_",
  space: "-",
  letters: "PLAIN",
});
const SCHEME = {
  campaign: pattern(tokenPart(TEMPERATURE)),
  adGroup: pattern(tokenPart(TEMPERATURE), tokenPart(ROW)),
  ad: pattern(tokenPart(TEMPERATURE), tokenPart(ROW), wordPart("v1")),
  links: { parameters: [{ key: "utm_source", value: pattern(tokenPart(SOURCE)) }], same: "KEEP" },
  codes: { byToken: { ROW: { "Knitters near": "KN" } } },
} as unknown as Scheme;

let kept: unknown;
let refuses: string | undefined;

/** The room at one of its things; what is asked by path, and what was kept. */
function room(thing: string, administrator = false) {
  kept = undefined;
  const asked = answering((body, path) => {
    if (path.endsWith("/naming") && body !== undefined) {
      if (refuses) return { status: 422, body: { detail: refuses } };
      kept = body;
      return { body: { ...NAMING, version: 4, scheme: (body as { scheme: Scheme }).scheme } };
    }
    if (path.endsWith("/naming")) return { body: NAMING };
    if (path.endsWith("/naming/2")) return { body: { ...SCHEME, ad: pattern(wordPart("older")) } };
    if (path.endsWith("/networks")) {
      return {
        body: [{ code: "HS", name: "Hearthside", linkMacros: [{ code: "{{ad}}", words: "the ad" }] }],
      };
    }
    if (path.endsWith("/names-read")) return { body: READ };
    if (path.endsWith("/names-laid-out")) return { body: LAID };
    if (path.endsWith("/people")) {
      return { body: [{ id: "nell", name: "Nell Ferry", email: "n@w.example", role: "APPROVER" }] };
    }
    if (path === "/api/session") return { body: { id: "nell", name: "Nell", administrator } };
    if (path === "/api/clients/c1") {
      return { body: { client: { id: "c1", accounts: [{ id: "a1", network: "HS" }] }, campaigns: [] } };
    }
    return { body: [] };
  });
  show(
    <MemoryRouter initialEntries={[`/c/c1/rules/${thing}`]}>
      <Routes>
        <Route path="/c/:clientId/rules/:thing" element={<Rules />} />
      </Routes>
    </MemoryRouter>,
  );
  return asked;
}

const LAID = {
  between: [
    { separator: "|", spaced: true },
    { separator: "_", spaced: false },
  ],
  columns: [{ token: "TEMPERATURE", mark: "" }, { mark: "" }],
  read: 2,
  notRead: 0,
  names: ["Cold | kits", "RETG | wool"].map((name) => ({
    name,
    values: [name.startsWith("Cold") ? "cold" : "retargeting", name.slice(7)],
    strange: [],
    twice: false,
  })),
};

const NAMING = {
  version: 3,
  scheme: SCHEME,
  tokens: TOKENS,
  separators: ["_", " | "],
  spaces: ["-", ""],
  history: [
    { version: 3, person: "Nell", at: "2027-03-09T06:00:00Z" },
    { version: 2, person: "Otto", at: "2027-03-08T06:00:00Z" },
  ],
};

const READ = {
  tokens: ["TEMPERATURE", "ROW"],
  read: 1,
  notRead: 1,
  names: [
    { name: "COLD_Knitters", values: ["COLD", "Knitters"], strange: [1], twice: true },
    {
      name: "what is this",
      values: [null, null],
      strange: [],
      twice: false,
      whyNot: "1 part; the pattern has 2",
    },
  ],
};

const parts = (of: string) =>
  within(screen.getByRole("group", { name: of }))
    .getAllByRole("button")
    .filter((b) => b.className.includes("name-part"))
    .map((b) => b.textContent);

const keepAs = async (version: number) =>
  fireEvent.click(await screen.findByRole("button", { name: `Keep as version ${version}` }));

beforeEach(() => {
  refuses = undefined;
  useDrafts.setState({ byClient: {} });
});

describe("names", () => {
  it("are put in another order, shortened and added to by keys, and kept as the next version", async () => {
    room("ads");
    const row = await screen.findByRole("button", { name: "row" });
    expect(screen.queryByRole("button", { name: /^Keep/ })).toBeNull();
    fireEvent.keyDown(row, { key: "ArrowLeft" });
    expect(parts("Names of ads")).toEqual(["row", "temperature", "v1"]);
    fireEvent.keyDown(screen.getByRole("button", { name: "v1" }), { key: "Delete" });
    expect(parts("Names of ads")).toEqual(["row", "temperature"]);
    await pick("Add a part to Names of ads", "row number");
    expect(parts("Names of ads")).toEqual(["row", "temperature", "row number"]);
    screen.getByText("Changed here, not kept yet; every plan is named as before");
    await keepAs(4);
    await waitFor(() => expect(kept).toMatchObject({ version: 3 }));
    const { ad, adGroup } = (kept as { scheme: Scheme }).scheme;
    expect(ad.parts.map((p) => p.token)).toEqual(["ROW", "TEMPERATURE", "ROW_NUMBER"]);
    expect(ad.parts[2]).toMatchObject({ digits: 2 });
    expect(adGroup).toEqual(SCHEME.adGroup);
    await screen.findByText(/Kept as version 4/);
  });

  it("say of a part how it is written, what stands before it and whether it may be missing", async () => {
    room("ads");
    fireEvent.click(await screen.findByRole("button", { name: "row" }));
    fireEvent.click(screen.getByText("CAPITALS"));
    fireEvent.change(screen.getByLabelText("Mark before it"), { target: { value: "R:" } });
    fireEvent.click(screen.getByText("Left out where there is none"));
    fireEvent.click(screen.getByRole("button", { name: "Move right" }));
    await keepAs(4);
    await waitFor(() =>
      expect((kept as { scheme: Scheme }).scheme.ad.parts[2]).toEqual({
        ...tokenPart(ROW),
        writing: "UPPER",
        text: "R:",
        optional: true,
      }),
    );
  });

  it("that are not taken stay as they were typed, with why", async () => {
    refuses = "Two patterns could not be told apart.";
    room("ads");
    fireEvent.click(await screen.findByRole("button", { name: "v1" }));
    fireEvent.change(screen.getByLabelText("Word"), { target: { value: "again" } });
    await keepAs(4);
    await screen.findByText(refuses);
    expect(parts("Names of ads")).toEqual(["temperature", "row", "again"]);
    fireEvent.click(screen.getByRole("button", { name: "Drop the changes" }));
    expect(parts("Names of ads")).toEqual(["temperature", "row", "v1"]);
  });

  it("start from an earlier version, and change nothing before they are kept", async () => {
    const { sent } = room("ads");
    await screen.findByText("Otto, Mon 8 Mar 06:00");
    fireEvent.click(screen.getAllByRole("button", { name: "Start from it" })[0]!);
    await screen.findByRole("button", { name: "older" });
    expect(sent.some((body) => body && "scheme" in (body as object))).toBe(false);
    await keepAs(4);
    await waitFor(() => expect(kept).toMatchObject({ version: 3 }));
  });
});

it("gives words short codes, its own and the client's", async () => {
  room("codes");
  fireEvent.change(await screen.findByLabelText("COLD"), { target: { value: " C " } });
  fireEvent.click(screen.getByRole("button", { name: "Take out" }));
  await pick("Code for", "row");
  fireEvent.change(screen.getByLabelText("Long word"), { target: { value: "Sewers" } });
  fireEvent.click(screen.getByRole("button", { name: "Add the code" }));
  fireEvent.change(screen.getByLabelText("Short code"), { target: { value: "SW" } });
  fireEvent.click(screen.getByRole("button", { name: "Add the code" }));
  await keepAs(4);
  await waitFor(() =>
    expect((kept as { scheme: Scheme }).scheme.codes.byToken).toEqual({
      TEMPERATURE: { COLD: "C" },
      ROW: { Sewers: "SW" },
    }),
  );
});

it("gives links parameters, and says what networks fill in", async () => {
  room("links");
  fireEvent.change(await screen.findByLabelText("Parameter 1"), { target: { value: "from" } });
  fireEvent.click(screen.getByRole("button", { name: "Add a parameter" }));
  fireEvent.click(screen.getByText("ours takes its place"));
  expect(screen.getByText("{{ad}}").title).toBe("the ad");
  await keepAs(4);
  await waitFor(() => expect(kept).toBeTruthy());
  const { links } = (kept as { scheme: Scheme }).scheme;
  expect(links.parameters.map((p) => p.key)).toEqual(["from", "own_2"]);
  expect(links.parameters[1]!.value).toEqual(pattern(wordPart("word")));
  expect(links.same).toBe("REPLACE");
});

it("reads names that were given elsewhere, and says of each why not", async () => {
  const { sent } = room("elsewhere");
  fireEvent.change(await screen.findByLabelText("Names, one a line"), {
    target: { value: "COLD_Knitters\nwhat is this" },
  });
  // Of the two ways the one that reads more is shown; the other is a press away.
  await screen.findByText("2 read");
  fireEvent.click(screen.getByRole("radio", { name: "The client’s patterns: 1 of 2" }));
  await screen.findByText("1 read, 1 not");
  expect(sent.find((s) => "level" in (s as object))).toEqual({
    level: "AD",
    text: "COLD_Knitters\nwhat is this",
    scheme: null,
  });
  fireEvent.click(screen.getByRole("radio", { name: "Ad groups" }));
  await waitFor(() => expect(sent).toContainEqual(expect.objectContaining({ level: "AD_GROUP" })));
  fireEvent.change(screen.getByLabelText("Names, one a line"), { target: { value: " " } });
  await waitFor(() => expect(screen.queryByRole("radiogroup", { name: "Read by" })).toBeNull());
});

it("lets a person say what parts of foreign names mean, without a change to the client’s pattern", async () => {
  const { sent } = room("elsewhere");
  const text = "Cold | kits\nRETG | wool";
  fireEvent.change(await screen.findByLabelText("Names, one a line"), { target: { value: text } });
  await screen.findByText("2 read");
  await pick("What part 2 means", "row");
  await waitFor(() =>
    expect(sent.at(-1)).toEqual({
      text,
      separator: "|",
      spaced: true,
      columns: [
        { token: "TEMPERATURE", mark: "" },
        { token: "ROW", mark: "" },
      ],
    }),
  );
  await pick("Between parts", "_");
  await waitFor(() => expect(sent.at(-1)).toEqual({ text, separator: "_", spaced: false, columns: null }));
});

it.each([
  [true, "Agency, People"],
  [false, "An administrator of the agency says who works here, and as what."],
])(
  "says who works for the client, and where that is changed; an administrator: %s",
  async (administrator, way) => {
    room("people", administrator);
    await screen.findByText("Nell Ferry");
    screen.getByText("approver: reads; signs off");
    await screen.findByText(way);
  },
);
