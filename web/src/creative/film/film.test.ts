import { describe, expect, it } from "vitest";
import type { Medium } from "../model";
import {
  atSpeed,
  captionAt,
  closer,
  cutTo,
  frameOf,
  freshFilm,
  jobWords,
  moment,
  openedWith,
  seenAt,
  shotOf,
} from "./model";
import type { Film, FilmFit, Job } from "./queries";

const text = { fields: 0, by: "READER" as const, says: "" };
const picture: Medium = {
  sha256: "p",
  fileName: "sock.jpg",
  format: "JPEG",
  width: 1080,
  height: 1920,
  bytes: 1,
  text,
};
const clip: Medium = {
  ...picture,
  sha256: "v",
  video: { seconds: 12.345, codec: "h264", frameRate: 25, sound: true },
};
const brand = { colours: { ink: "#ffffff", ground: "#000000" } };
const film = (seconds: number[], fade = 0): Film => ({
  ...freshFilm(
    brand,
    seconds.map((s) => ({ ...shotOf(picture), seconds: s })),
  ),
  fade,
});

describe("a film", () => {
  it("takes a picture for a while, and all of a video but never more than there is", () => {
    expect(shotOf(picture)).toMatchObject({ seconds: 3, from: 0, speed: 1 });
    expect(shotOf(clip).seconds).toBe(12.34);
  });

  it.each([
    [1, 4, 1, 3],
    [1, 4, 2, 1.5],
    [0, 4, 0.5, 8],
    [5, 5, 1, 0.1],
  ])("a piece from %d to %d s at %d times its speed is seen for %d s", (from, to, speed, seconds) => {
    expect(cutTo({ ...shotOf(clip), speed }, from, to)).toMatchObject({ from, seconds });
  });

  it("keeps the same piece at another speed", () => {
    const faster = atSpeed(cutTo(shotOf(clip), 2, 8), 2);
    expect(faster).toMatchObject({ from: 2, seconds: 3, speed: 2 });
    expect(atSpeed(faster, 1)).toMatchObject({ from: 2, seconds: 6, speed: 1 });
  });

  it("is opened with the end of a video’s piece, or a glance at a picture, without its words", () => {
    const shots = [{ ...cutTo(shotOf(clip), 2, 8), words: "Hello" }, shotOf(picture)];
    expect(openedWith({ ...film([]), shots }, 0, true).shots[0]).toMatchObject({
      from: 6.5,
      seconds: 1.5,
      words: "",
    });
    expect(openedWith({ ...film([]), shots }, 1, false).shots.map((s) => s.sha256)).toEqual(["p", "v", "p"]);
    expect(openedWith({ ...film([]), shots }, 1, false).shots[0]).toMatchObject({ from: 0, seconds: 1.5 });
  });

  it("shows two shots while they fade, the second as far as it has come in", () => {
    const faded = film([3, 3], 1);
    const starts = [0, 2];
    expect(seenAt(faded, starts, 1)).toEqual([{ index: 0, shown: 1, gone: 1 / 3 }]);
    expect(seenAt(faded, starts, 2.5).map((s) => [s.index, s.shown])).toEqual([
      [0, 1],
      [1, 0.5],
    ]);
    expect(seenAt(faded, [], 1)).toEqual([]);
  });

  it("moves a tenth closer or away", () => {
    expect([0, 0.5, 1].map((gone) => closer({ ...shotOf(picture), move: "CLOSER" }, gone))).toEqual([
      1, 1.05, 1.1,
    ]);
    expect(closer({ ...shotOf(picture), move: "AWAY" }, 1)).toBe(1);
    expect(closer(shotOf(picture), 1)).toBe(1);
  });

  it.each([
    [0, 0],
    [11.9, 11],
    [12, 11],
    [6, 6],
  ])("second %d of a video of twelve is frame %d of its strip", (second, frame) => {
    expect(frameOf(second, 12)).toBe(frame);
  });

  it("says a caption until it is gone", () => {
    const fit = { captions: [{ from: 1, to: 2, text: "Mend it" }] } as unknown as FilmFit;
    expect([0.9, 1, 1.99, 2].map((s) => captionAt(fit, s))).toEqual(["", "Mend it", "Mend it", ""]);
  });

  it.each<[Partial<Job>, string]>([
    [{ state: "WAITING", ahead: 0 }, "next in line"],
    [{ state: "WAITING", ahead: 3 }, "waits behind 3"],
    [{ state: "RUNNING", percent: 40 }, "40 %"],
    [{ state: "FAILED", problem: "No room." }, "No room."],
    [{ state: "STOPPED" }, "stopped"],
  ])("tells how far a work is: %o", (job, words) => {
    expect(jobWords({ id: "j", name: "Film", percent: 0, ahead: 0, ...job } as Job)).toBe(words);
  });

  it("writes moments as captions have them", () => {
    expect([0, 9.95, 62.5].map(moment)).toEqual(["0:00.0", "0:09.9", "1:02.5"]);
  });
});
