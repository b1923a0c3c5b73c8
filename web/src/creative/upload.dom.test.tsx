// @vitest-environment jsdom
import { answering, choose, show, uploading } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { MediaShelf } from "./MediaShelf";
import { MediaStrip } from "./MediaStrip";
import type { Draft, Format, Medium } from "./model";
import { TakeIn } from "./said/TakeIn";

const guess = {
  columns: [
    { name: "when", samples: ["2027-01-01"] },
    { name: "rating", samples: ["5", "1"] },
    { name: "opinion", samples: ["The needle bent.", "Lovely wool."] },
    { name: "guest", samples: ["Jo Vane"] },
  ],
  guessed: { text: "opinion", stars: "rating", who: "guest" },
};

const file = (name: string, text = "x") => new File([text], name);

describe("taking in what customers said", () => {
  const open = (onClose = vi.fn()) => {
    show(<TakeIn clientId="c" onClose={onClose} />);
    return onClose;
  };
  const input = () => document.querySelector('input[type="file"]');

  it("guesses the columns, shows what stands in them, and sends what is confirmed", async () => {
    const sent = uploading((path) => ({
      body: path.endsWith("/guess") ? guess : { collections: [], percent: 0 },
    }));
    const onClose = open();
    expect((screen.getByText("Take it in").closest("button") as HTMLButtonElement).disabled).toBe(true);
    choose(input(), file("guests of march.csv"));
    expect(await screen.findByText("The needle bent. · Lovely wool.")).toBeTruthy();
    expect((screen.getByLabelText("Name of the collection") as HTMLInputElement).value).toBe(
      "guests of march",
    );
    fireEvent.click(screen.getByText("Take it in"));
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    const query = new URL(sent.at(-1)?.path ?? "", "http://x").searchParams;
    expect(Object.fromEntries(query)).toEqual({
      name: "guests of march",
      kind: "REVIEWS",
      text: "opinion",
      stars: "rating",
      who: "guest",
    });
  });

  it("takes what is no table as a text", async () => {
    const sent = uploading((path) => ({
      body: path.endsWith("/guess") ? { columns: [], guessed: {} } : { collections: [], percent: 0 },
    }));
    const onClose = open();
    choose(input(), file("notes.txt"));
    expect(await screen.findByText(/as a text: one a paragraph/)).toBeTruthy();
    fireEvent.click(screen.getByText("Take it in"));
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    expect(sent.at(-1)?.path).toBe("/api/clients/c/feedback?name=notes&kind=REVIEWS");
  });

  it("stays open with the reason where nothing can be kept", async () => {
    uploading((path) =>
      path.endsWith("/guess")
        ? { body: guess }
        : { status: 422, body: { detail: "None of the 2 texts can be kept.", field: "file" } },
    );
    const onClose = open();
    choose(input(), file("a.csv"));
    fireEvent.click(await screen.findByText("Take it in"));
    expect(await screen.findByText("None of the 2 texts can be kept.")).toBeTruthy();
    expect(onClose).not.toHaveBeenCalled();
  });

  it("takes what leads wrote without a file", async () => {
    const { sent } = answering(() => ({ body: { collections: [], percent: 0 } }));
    const onClose = open();
    fireEvent.click(screen.getByText("take what leads wrote"));
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    expect(sent).toEqual([{ name: "Answers of leads" }]);
  });
});

describe("the shelf", () => {
  const medium = (fields: number): Medium => ({
    sha256: "b".repeat(64),
    fileName: "supper.png",
    format: "PNG",
    width: 1080,
    height: 1080,
    bytes: 1,
    video: null,
    text: { fields, by: "READER", says: "Back home" },
  });
  const shelf = (media: Medium[], onChoose = vi.fn()) => {
    answering(() => ({ body: media }));
    show(<MediaShelf clientId="c" media={media} chosen={[]} onChoose={onChoose} />);
    return onChoose;
  };

  it("tells a picture that says too much as it is taken in, and chooses it", async () => {
    uploading(() => ({ body: medium(0b1111111) }));
    const onChoose = shelf([]);
    choose(document.querySelector("#creative-media"), file("supper.png"));
    expect(
      await screen.findByText(
        "Text touches 7 of 25 fields of “supper.png”, 28 %; over 20 % may show to fewer.",
      ),
    ).toBeTruthy();
    await waitFor(() => expect(onChoose).toHaveBeenCalledWith(medium(0b1111111)));
  });

  it("marks it on the shelf, and says nothing of one with little text", () => {
    shelf([medium(0b111111), { ...medium(0b11111), sha256: "c".repeat(64) }]);
    expect(screen.getAllByText(/^text \d+ %$/).map((e) => e.textContent)).toEqual(["text 24 %"]);
  });

  it("does not even send what is larger than any video that is taken", async () => {
    const sent = uploading(() => ({ body: medium(0) }));
    shelf([]);
    const large = file("huge.mp4");
    Object.defineProperty(large, "size", { value: 500_000_001 });
    choose(document.querySelector("#creative-media"), large);
    expect(await screen.findByText(/“huge.mp4” is over 500 MB/)).toBeTruthy();
    expect(sent).toEqual([]);
  });

  it("says why a file was not taken", async () => {
    uploading(() => ({ status: 422, body: { detail: "“a.png” is a PDF.", field: "file" } }));
    const onChoose = shelf([]);
    choose(document.querySelector("#creative-media"), file("a.png"));
    expect(await screen.findByText("“a.png” is a PDF.")).toBeTruthy();
    expect(onChoose).not.toHaveBeenCalled();
  });
});

describe("the media of a creative", () => {
  const many = { pictures: true, videos: false, mostMedia: 3 } as Format;
  const one = { ...many, mostMedia: 1 };

  it.each([
    { format: many, there: ["a.png"], dropped: ["b.png", "c.png"], goes: ["a.png", "b.png", "c.png"] },
    // What there is no room for is on the shelf all the same.
    {
      format: many,
      there: ["a.png", "b.png"],
      dropped: ["c.png", "d.png"],
      goes: ["a.png", "b.png", "c.png"],
    },
    { format: one, there: ["a.png"], dropped: ["b.png", "c.png"], goes: ["b.png"] },
    { format: many, there: [], dropped: ["b.mp4", "c.png"], goes: ["c.png"] },
  ])("take $dropped that are dropped beside $there: $goes", async ({ format, there, dropped, goes }) => {
    const sent = uploading((path) => {
      const name = new URL(path, "http://x").searchParams.get("name") ?? "";
      const video = name.endsWith(".mp4") ? { seconds: 3 } : null;
      return { body: { sha256: name, fileName: name, video, text: { fields: 0 } } };
    });
    let draft = { media: there, cards: [] } as unknown as Draft;
    const strip = () => (
      <MediaStrip
        {...{ clientId: "c", draft, format, networks: [], media: new Map() }}
        onChange={(changed) => (draft = changed)}
      />
    );
    show(strip());
    const files = dropped.map((name) => file(name));
    const target = document.querySelector("#creative-media-strip") as HTMLElement;
    fireEvent.drop(target, { dataTransfer: { types: ["Files"], files } });
    await waitFor(() => expect(sent).toHaveLength(dropped.length));
    await waitFor(() => expect(draft.media).toEqual(goes));
  });
});
