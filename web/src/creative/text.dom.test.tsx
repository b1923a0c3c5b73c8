// @vitest-environment jsdom
import { answering, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { begins, type Medium, textIsRisky, textPercent } from "./model";
import { TextGrid } from "./TextGrid";

const medium = (fields: number, by: Medium["text"]["by"], says = "", more: Partial<Medium> = {}): Medium => ({
  sha256: "a".repeat(64),
  fileName: "supper.png",
  format: "PNG",
  width: 1080,
  height: 1080,
  bytes: 1,
  video: null,
  text: { fields, by, says },
  ...more,
});

const video = (sound: boolean, soundFrom: number | null) => ({
  seconds: 20,
  codec: "h264",
  frameRate: 25,
  sound,
  soundFrom,
});

describe("text on a picture", () => {
  it.each([
    [0b11111, false, 20],
    [0b111111, true, 24],
    [(1 << 25) - 1, true, 100],
    [1 << 24, false, 4],
  ])("is risky over 20 %%: fields %i", (fields, risky, percent) => {
    expect(textIsRisky(fields)).toBe(risky);
    expect(textPercent(fields)).toBe(percent);
  });

  it("says who found it and what it reads", () => {
    show(<TextGrid clientId="c" medium={medium(0b1111111, "READER", "Back home for supper")} />);
    expect(
      screen.getByText(
        "Text touches 7 of 25 fields, 28 %, as found. Over 20 % may show to fewer. Read: “Back home for supper”.",
      ),
    ).toBeTruthy();
  });

  it("says which package finds it where nobody looked", () => {
    show(<TextGrid clientId="c" medium={medium(0, "NOBODY")} />);
    expect(screen.getByText(/Text was not looked for: Debian’s package tesseract-ocr/)).toBeTruthy();
    expect(screen.getByText("Mark it")).toBeTruthy();
  });

  it("is corrected field by field, each from what the last one marked", async () => {
    const { sent } = answering((body) => ({
      body: medium((body as { textFields: number }).textFields, "PERSON"),
    }));
    show(<TextGrid clientId="c" medium={medium(0b11, "READER")} />);
    fireEvent.click(screen.getByText("Correct it"));
    expect(screen.getByLabelText("Row 1, column 2").getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(screen.getByLabelText("Row 1, column 2"));
    fireEvent.click(screen.getByLabelText("Row 5, column 5"));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent).toEqual([{ textFields: 0b1 }, { textFields: 0b1 | (1 << 24) }]);
  });
});

describe("a video's beginning", () => {
  it.each([
    ["Half past six", video(true, 0), "Says “Half past six”; sound from the start."],
    ["", video(true, 1.24), /Says nothing in words.*; first heard at 1.2 s\.$/],
    ["Now", video(true, null), "Says “Now”; nothing is heard in its first ten seconds."],
    ["Now", video(false, null), "Says “Now”; no sound."],
  ])("is told by its words and its sound: %s %j", (says, of, words) => {
    expect(begins(medium(0, "READER", says, { video: of }))).toMatch(words);
  });
});
