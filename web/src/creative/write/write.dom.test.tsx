// @vitest-environment jsdom
import { answering, show } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import type { Frame, Look, Piece } from "./queries";
import { Write } from "./Write";

const frame: Frame = {
  name: "Problem and line",
  parts: [
    { name: "Problem", hint: "What goes wrong", becomes: "BODY", feeling: "PAIN", seconds: 0 },
    { name: "Line", hint: "", becomes: "HEADLINE", feeling: null, seconds: 0 },
    { name: "Hook", hint: "", becomes: "SCRIPT", feeling: null, seconds: 3 },
  ],
};

const piece = (texts: string[]): Piece => ({
  id: "p1",
  name: "Elbows",
  version: 3,
  written: { frame, texts, sources: [], language: "en" },
});

const look = (more: Partial<Look> = {}): Look => ({
  parts: [
    {
      mistakes: [{ from: 0, to: 7, word: "Recieve", suggestions: ["Receive"] }],
      risks: [
        { network: "Hearthside", words: "It promises.", from: 0, to: 1 },
        { network: "Jumpcut", words: "It promises.", from: 0, to: 1 },
      ],
      reach: null,
      seconds: 1,
    },
    {
      mistakes: [],
      risks: [],
      reach: { length: 41, shownOn: 16, troubles: [{ where: "Hearthside feed", limit: 40, fold: 27 }] },
      seconds: 0,
    },
    { mistakes: [], risks: [], reach: null, seconds: 4.2 },
  ],
  body: "Recieve it",
  bodyReach: { length: 10, shownOn: 16, troubles: [] },
  readability: { figure: 80, formula: "Flesch", ease: "EASY" },
  noSpelling: "",
  ...more,
});

const found = {
  words: "needle bent",
  feeling: "PAIN",
  said: 17,
  people: 19,
  keyness: { likelihood: 9, times: 9 },
  alike: [],
  sentences: [{ text: "The needle bent.", from: 4, to: 15, source: "c" }],
};

/** One piece that is kept as it is sent, and what is said of it. */
function told(texts: string[], says: Look = look()) {
  let kept = piece(texts);
  return answering((body, path) => {
    if (path.endsWith("/frames")) return { body: { ready: [frame], own: [] } };
    if (path.endsWith("/frames/look")) return { body: says };
    if (path.endsWith("/feedback/phrases")) return { body: [found] };
    if (path.endsWith("/pieces/p1")) {
      kept = { ...(body as Piece), id: "p1", version: kept.version + 1 };
      return { body: kept };
    }
    if (path.endsWith("/pieces")) return { body: [kept] };
    return { body: [] };
  });
}

const open = (at = "?piece=p1") =>
  show(
    <MemoryRouter initialEntries={[`/write${at}`]}>
      <Write clientId="c" things={null} />
    </MemoryRouter>,
  );

const last = (sent: unknown[]) => sent.filter((b) => (b as Piece).written).at(-1) as Piece | undefined;

describe("writing in a frame", () => {
  it("says of each part what is wrong with it, and of the whole how it reads", async () => {
    told(["Recieve it", "A line of forty-one characters, all told.", "Look"]);
    open();
    expect(await screen.findByText("“Recieve” is spelled wrongly")).toBeTruthy();
    expect(screen.getByText("Hearthside, Jumpcut would refuse it. It promises.")).toBeTruthy();
    expect(screen.getByText("41 characters; too long on 1").className).toBe("over");
    expect(screen.getByText("4.2 s spoken of 3 s").className).toBe("over");
    expect(screen.getByText("10 characters; fits all 16")).toBeTruthy();
    expect(screen.getByText("easy to read, 80 by Flesch")).toBeTruthy();
    expect(screen.getByText("4 s of the film’s 3 s").className).toBe("over");
  });

  it("puts a word right with a click and keeps it by itself", async () => {
    const { sent } = told(["Recieve it", "", ""]);
    open();
    fireEvent.click(await screen.findByText("“Recieve” is spelled wrongly"));
    fireEvent.click(await screen.findByText("Receive"));
    await waitFor(() => expect(last(sent)?.written.texts[0]).toBe("Receive it"));
    expect(last(sent)?.version).toBe(3);
  });

  it("puts what customers say into the part at hand, and remembers that it did", async () => {
    const { sent } = told(["", "", ""]);
    open();
    fireEvent.focus(await screen.findByLabelText("Line"));
    fireEvent.click(await screen.findByText("The needle bent."));
    await waitFor(() => expect(last(sent)?.written.texts).toEqual(["", "The needle bent.", ""]));
    expect(last(sent)?.written.sources).toEqual([
      { part: 1, said: { feeling: "PAIN", words: "needle bent", people: 19 } },
    ]);
    expect(await screen.findByText("from “needle bent”")).toBeTruthy();
  });

  it("names the package that brings spelling where none is looked at", async () => {
    told(["Recieve", "", ""], look({ noSpelling: "hunspell-en-gb" }));
    open();
    expect(await screen.findByText(/Debian’s package hunspell-en-gb brings it/)).toBeTruthy();
  });

  it("begins with a frame, or makes one of one's own with its parts", async () => {
    const { sent } = told(["", "", ""]);
    open("");
    expect(await screen.findByText("Written, 1")).toBeTruthy();
    fireEvent.click(screen.getByText("New frame…"));
    fireEvent.change(await screen.findByLabelText("Name of the frame"), { target: { value: "Ours" } });
    const keep = screen.getByRole("button", { name: "Keep" });
    expect((keep as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Part 1"), { target: { value: "Hook" } });
    fireEvent.click(screen.getByText("Another part"));
    fireEvent.change(screen.getByLabelText("Part 2"), { target: { value: "Ask" } });
    fireEvent.click(keep);
    await waitFor(() =>
      expect(sent.find((b) => (b as Frame).name === "Ours")).toEqual({
        name: "Ours",
        parts: ["Hook", "Ask"].map((name) => ({
          name,
          hint: "",
          becomes: "BODY",
          feeling: null,
          seconds: 0,
        })),
      }),
    );
  });
});
