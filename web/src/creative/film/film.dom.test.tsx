// @vitest-environment jsdom
import { answering, choose, pick, show } from "../../testing/browser";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { Medium } from "../model";
import { Films } from "./Films";
import { freshFilm, shotOf } from "./model";
import { Poster } from "./Poster";

const text = { fields: 0, by: "READER" as const, says: "" };
const medium = (sha256: string, more: Partial<Medium> = {}): Medium => ({
  sha256,
  fileName: `${sha256}.jpg`,
  format: "JPEG",
  width: 1080,
  height: 1920,
  bytes: 1,
  text,
  ...more,
});
const clip = medium("clip", {
  fileName: "clip.mp4",
  video: { seconds: 12, codec: "h264", frameRate: 25, sound: true, poster: null },
});
const media = [medium("sock"), medium("tin"), clip];
const brand = { colours: { ink: "#ffffff", ground: "#000000" }, mark: null };
const film = (...of: Medium[]) => ({
  id: "f1",
  name: "Before the frost",
  version: 1,
  film: freshFilm(brand, of.map(shotOf)),
  made: [] as string[],
});
const fit = (fault?: { field: string; says: string }) => ({
  seconds: 6,
  starts: [0, 3],
  captions: [{ from: 0, to: 3, text: "Mend it" }],
  mark: { x: 100, y: 100, width: 300, height: 100 },
  safe: { top: 0.1, right: 0, bottom: 0.3, left: 0 },
  places: [
    { network: "HS", networkName: "Hearthside", words: "Stories", runs: true, limit: "" },
    { network: "GR", networkName: "Guildrow", words: "Home feed", runs: false, limit: "takes 1:1, 16:9" },
  ],
  fault: fault ?? null,
});

interface Told {
  films?: unknown[];
  jobs?: unknown[];
  fault?: { field: string; says: string };
}

function told({ films = [film(media[0]!, media[1]!)], jobs = [], fault }: Told = {}) {
  return answering((sent, path) => {
    if (path.endsWith("/films/look")) return { body: fit(fault) };
    if (path.endsWith("/films/captions")) return { body: [{ from: 1, to: 2, text: "From a file" }] };
    if (path.endsWith("/films/script")) return { body: [{ from: 0, to: 6, text: "Said by the script" }] };
    if (path.endsWith("/pieces")) {
      const parts = ["SCRIPT", "BODY", "SCRIPT"].map((becomes) => ({ becomes }));
      const written = { frame: { parts }, texts: ["One needle.", "No script", "Try it."], language: "da" };
      return { body: [{ id: "w", name: "Needles", written }] };
    }
    if (path.endsWith("/made"))
      return { body: { id: "j", name: "x", state: "WAITING", percent: 0, ahead: 0 } };
    if (path.endsWith("/films/f1")) return { body: { ...film(), ...(sent as object), id: "f1", made: [] } };
    if (path.endsWith("/films")) return { body: films };
    if (path.endsWith("/jobs")) return { body: jobs };
    if (path.endsWith("/look")) return { body: brand };
    return { body: [] };
  });
}

const screenOf = (path = "/?film=f1") =>
  show(
    <MemoryRouter initialEntries={[path]}>
      <Films clientId="c" media={media} rooms={null} onCreative={vi.fn()} />
    </MemoryRouter>,
  );

describe("films", () => {
  it("say what they are while there is none, and begin with a medium of the shelf", async () => {
    const { sent } = told({ films: [] });
    screenOf("/");
    expect(await screen.findByText("No film yet")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: /sock\.jpg/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ name: "sock", film: { shots: [{ sha256: "sock", seconds: 3 }] } });
  });

  it("add what is chosen on the shelf, and keep it", async () => {
    const { sent } = told();
    screenOf();
    await screen.findByRole("listbox", { name: "Shots" });
    fireEvent.click(screen.getByRole("button", { name: /clip\.mp4/ }));
    expect(await screen.findAllByRole("option", { name: /Shot/ })).toHaveLength(3);
    await waitFor(() =>
      expect(
        sent.some(
          (s) =>
            (s as { film?: { shots: unknown[] } }).film?.shots.length === 3 &&
            (s as { version?: number }).version,
        ),
      ).toBe(true),
    );
  });

  it("take a shot out, move it, and show a moment of it first", async () => {
    told();
    screenOf();
    const names = () => screen.getAllByRole("option").map((o) => o.querySelector("img")?.getAttribute("src"));
    await screen.findByRole("listbox", { name: "Shots" });
    fireEvent.click(screen.getByRole("button", { name: "Later" }));
    await waitFor(() => expect(names()[1]).toContain("/sock/"));
    fireEvent.click(screen.getByRole("button", { name: "Show a moment of it first" }));
    await waitFor(() => expect(names()).toHaveLength(3));
    expect(names()[0]).toContain("/sock/");
    fireEvent.click(screen.getByRole("button", { name: "Take out" }));
    await waitFor(() => expect(names()).toHaveLength(2));
  });

  it("say where it runs, and why not elsewhere", async () => {
    told();
    screenOf();
    expect(await screen.findByText("takes 1:1, 16:9")).toBeTruthy();
    expect(screen.getByText("0:00 of 0:06")).toBeTruthy();
  });

  it("are not made while something is wrong", async () => {
    told({ fault: { field: "fade", says: "Shots fade for too long." } });
    screenOf();
    expect(await screen.findByText("Shots fade for too long.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Make it" })).toHaveProperty("disabled", true);
  });

  it("keep what was changed before they are made", async () => {
    const { asked } = told();
    screenOf();
    await screen.findByText("takes 1:1, 16:9");
    fireEvent.change(screen.getByLabelText("Words over it"), { target: { value: "One heel" } });
    await waitFor(() =>
      expect(screen.getByRole("button", { name: "Make it" })).toHaveProperty("disabled", false),
    );
    fireEvent.click(screen.getByRole("button", { name: "Make it" }));
    await waitFor(() => expect(asked.at(-1)).toBeTruthy());
    await waitFor(() => expect(asked.some((p) => p.endsWith("/f1/made"))).toBe(true));
    const made = asked.findIndex((p) => p.endsWith("/f1/made"));
    expect(asked.slice(0, made).some((p) => p.endsWith("/films/f1"))).toBe(true);
  });

  it("take captions from a file", async () => {
    told();
    screenOf();
    fireEvent.click(await screen.findByText("with times of their own"));
    const file = new File(["WEBVTT"], "a.vtt");
    const input = await waitFor(() => {
      const found = document.querySelector<HTMLInputElement>('input[accept=".srt,.vtt"]');
      if (!found) throw new Error("no field yet");
      return found;
    });
    choose(input, file);
    expect(await screen.findByDisplayValue("From a file")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Take out caption 1" }));
    await waitFor(() => expect(screen.queryByDisplayValue("From a file")).toBeNull());
  });

  it("take captions from a script, each for as long as it takes to say", async () => {
    const { sent } = told();
    screenOf();
    await screen.findByText("0:00 of 0:06");
    fireEvent.click(screen.getByText("with times of their own"));
    fireEvent.click(await screen.findByRole("button", { name: "From a script…" }));
    fireEvent.click(await screen.findByText("Needles"));
    expect(await screen.findByDisplayValue("Said by the script")).toBeTruthy();
    expect(sent).toContainEqual({ script: "One needle.\nTry it.", language: "da", seconds: 6 });
  });

  it("tell what is being made and what waits, and why something failed", async () => {
    const { asked } = told({
      jobs: [
        { id: "c", name: "Third", state: "FAILED", percent: 0, ahead: 0, problem: "No room is left." },
        { id: "b", name: "Second", state: "WAITING", percent: 0, ahead: 1 },
        { id: "a", name: "First", state: "RUNNING", percent: 40, ahead: 0 },
      ],
    });
    screenOf("/");
    expect(await screen.findByText("40 %")).toBeTruthy();
    expect(screen.getByText("waits behind 1")).toBeTruthy();
    expect(screen.getByText("No room is left.")).toBeTruthy();
    fireEvent.click(screen.getAllByRole("button", { name: "Stop" })[1]!);
    await waitFor(() => expect(asked.some((p) => p.endsWith("/media/jobs/b"))).toBe(true));
  });

  it("have a mark of words or a picture", async () => {
    told();
    screenOf();
    await screen.findByText("takes 1:1, 16:9");
    await pick("Mark", "words");
    fireEvent.change(await screen.findByLabelText("Words of the mark"), { target: { value: "Oddment" } });
    expect(await screen.findByText("Oddment")).toBeTruthy();
    expect(screen.getByText("Begin new films with this mark")).toBeTruthy();
    await pick("Mark", "tin.jpg");
    expect(await screen.findByAltText("Mark")).toBeTruthy();
  });

  it("have posters of their own shape, or a frame", async () => {
    const { sent } = answering(() => ({ body: clip }));
    const wide = medium("wide", { width: 1920, height: 1080 });
    show(<Poster clientId="c" video={clip} media={[...media, wide]} onClose={vi.fn()} />);
    expect(await screen.findByTitle("sock.jpg")).toBeTruthy();
    expect(screen.queryByTitle("wide.jpg")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Take the picture at 0:00.0" }));
    await waitFor(() => expect(sent).toEqual([{ at: 0 }]));
    fireEvent.click(screen.getByTitle("tin.jpg"));
    await waitFor(() => expect(sent[1]).toEqual({ sha256: "tin" }));
  });
});
