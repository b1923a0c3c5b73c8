// @vitest-environment jsdom
import { answering, show } from "../../testing/browser";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Said } from "./Said";

const phrase = (words: string, said: number) => ({
  words,
  feeling: "PAIN",
  said,
  people: said + 2,
  keyness: { likelihood: 50, times: 33.7 },
  alike: [],
  sentences: [{ text: `The ${words} again.`, from: 4, to: 4 + words.length, source: "c" }],
});

/** Collections and two phrases of theirs. */
const told = (collections: unknown[], percent = 100) =>
  answering((_, path) => ({
    body: path.endsWith("/feedback")
      ? { collections, percent }
      : path.endsWith("/feedback/phrases")
        ? [phrase("needle bent", 17), phrase("thread is thin", 9)]
        : [],
  }));

const taken = {
  id: "c",
  name: "Autumn",
  kind: "REVIEWS",
  madeAt: "2027-03-09T00:00:00Z",
  languages: { en: 40 },
  aside: {},
};

const screenOf = () => show(<Said clientId="c" phrases={[]} things={null} />);

describe("what customers say", () => {
  it("says what goes here while nothing is taken in", async () => {
    told([]);
    screenOf();
    expect(await screen.findByText("Nothing taken in yet")).toBeTruthy();
  });

  it("shows how far the search is, and no phrases before it is done", async () => {
    told([taken], 40);
    screenOf();
    expect(await screen.findByText(/Phrases are sought/)).toBeTruthy();
    expect(screen.queryByRole("option")).toBeNull();
  });

  it("puts a phrase into the copy deck with one letter, with its angle and where it came from", async () => {
    const { sent } = told([taken]);
    screenOf();
    const list = await screen.findByRole("listbox", { name: "Phrases" });
    const press = (key: string, more = {}) =>
      fireEvent.keyDown(document.activeElement as Element, { key, ...more });
    within(list).getAllByRole("option")[0]?.focus();
    press("ArrowDown");
    await waitFor(() => expect(screen.getByRole("heading", { name: "“thread is thin”" })).toBeTruthy());
    press("h", { ctrlKey: true });
    press("h");
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual([
      {
        kind: "HEADLINE",
        text: "Thread is thin",
        angle: "pain",
        language: "en",
        source: { feeling: "PAIN", words: "thread is thin", people: 11 },
      },
    ]);
  });

  it("writes from a sentence that is chosen", async () => {
    const { sent } = told([taken]);
    screenOf();
    fireEvent.click(await screen.findByTitle("Write from this sentence"));
    fireEvent.click(screen.getByRole("button", { name: "Body" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject([{ kind: "BODY", text: "The needle bent again." }]);
  });
});
