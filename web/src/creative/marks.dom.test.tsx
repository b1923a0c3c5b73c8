// @vitest-environment jsdom
import { answering, pick, show } from "../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { MarkPicture } from "./film/MarkPicture";
import { emptyDraft, type Medium } from "./model";
import { RowTexts } from "./RowTexts";

const picture: Medium = {
  sha256: "sock",
  fileName: "sock.jpg",
  format: "JPEG",
  width: 1080,
  height: 1080,
  bytes: 1,
  text: { fields: 0, by: "READER", says: "" },
};

describe("a mark on a picture", () => {
  const marked = (mark: unknown) => {
    const told = answering((_, path) => ({
      body: path.endsWith("/look")
        ? { colours: { ink: "#ffffff", ground: "#000000" }, mark }
        : path.endsWith("/marked")
          ? { ...picture, sha256: "marked" }
          : [],
    }));
    const onMarked = vi.fn();
    show(<MarkPicture clientId="c" media={[picture]} onClose={vi.fn()} {...{ picture, onMarked }} />);
    return { ...told, onMarked };
  };

  it("begins with the client’s, and gives the new picture", async () => {
    const { sent, onMarked } = marked({ sha256: null, words: "Oddment", corner: "TOP_RIGHT", share: 0.3 });
    expect(await screen.findByDisplayValue("Oddment")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Make a marked one" }));
    await waitFor(() => expect(onMarked).toHaveBeenCalledWith("marked"));
    expect(sent).toEqual([{ sha256: null, words: "Oddment", corner: "TOP_RIGHT", share: 0.3 }]);
  });

  it("is chosen where the client has none", async () => {
    const { sent } = marked(null);
    expect(await screen.findByRole("button", { name: "Make a marked one" })).toHaveProperty("disabled", true);
    await pick("Mark", "sock.jpg");
    await pick("Corner", "bottom left");
    fireEvent.click(screen.getByRole("button", { name: "Make a marked one" }));
    await waitFor(() =>
      expect(sent).toEqual([{ sha256: "sock", words: "", corner: "BOTTOM_LEFT", share: 0.25 }]),
    );
  });
});

describe("texts with tokens", () => {
  const line = (row: string, text: string, limit: number, refused: string | null = null) => ({
    planId: "p",
    campaignId: "k",
    campaign: "Cold",
    row,
    network: "HS",
    part: "HEADLINE",
    text,
    length: text.length,
    limit,
    refused,
  });
  const draft = { ...emptyDraft, headlines: ["Mend it in {town|your town}"] };
  const rows = (all: unknown[], of = draft) => {
    const told = answering(() => ({ body: all }));
    show(
      <MemoryRouter>
        <RowTexts clientId="c" id="x" draft={of} />
      </MemoryRouter>,
    );
    return told;
  };

  it("are said row by row, with what is too long and what is refused", async () => {
    rows([
      line("Coast", "For 25–34", 40, "It says an age: “25–34”."),
      line("Llanfair", "Mend it in Llanfairpwllgwyngyll", 25),
      line("Leeds", "Mend it in Leeds", 25),
    ]);
    expect(await screen.findByText("2 of 3 texts too long or refused")).toBeTruthy();
    expect(screen.getByText(/It says an age/)).toBeTruthy();
    expect(screen.getByText("31 of 25 HS").className).toBe("length over");
    expect(screen.getByText("16 of 25 HS").className).toBe("length");
  });

  it("say so while no row shows them, and nothing of texts without", async () => {
    rows([]);
    expect(await screen.findByText(/No row shows it yet/)).toBeTruthy();
    const { asked } = rows([], { ...emptyDraft, headlines: ["Mend it"] });
    await new Promise((r) => setTimeout(r, 400));
    expect(asked).toEqual([]);
  });
});
