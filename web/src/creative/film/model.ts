import type { Medium } from "../model";
import type { Brand, Film, FilmFit, Job, Mark, Shot } from "./queries";

export const MOST_SHOTS = 11;

/** Frames of a strip, side by side. */
export const STRIP = 12;

export const SIZES: Record<Film["size"], { words: string; width: number; height: number }> = {
  UPRIGHT: { words: "Upright 9:16", width: 1080, height: 1920 },
  TALL: { words: "Tall 4:5", width: 1080, height: 1350 },
  SQUARE: { words: "Square 1:1", width: 1080, height: 1080 },
  WIDE: { words: "Wide 16:9", width: 1920, height: 1080 },
};

export const MOVES: Record<Shot["move"], string> = { STILL: "still", CLOSER: "closer", AWAY: "away" };

export const CORNERS: Record<Mark["corner"], string> = {
  TOP_LEFT: "top left",
  TOP_RIGHT: "top right",
  BOTTOM_LEFT: "bottom left",
  BOTTOM_RIGHT: "bottom right",
};

const PICTURE_S = 3;
const OPENING_S = 1.5;

export const hundredths = (seconds: number) => Math.round(seconds * 100) / 100;

/** A picture for three seconds, or the whole of a video. */
export function shotOf(medium: Medium): Shot {
  return {
    sha256: medium.sha256,
    from: 0,
    seconds: medium.video ? Math.floor(medium.video.seconds * 100) / 100 : PICTURE_S,
    speed: 1,
    move: "STILL",
    focusX: 0.5,
    focusY: 0.5,
    whole: false,
    words: "",
  };
}

export function freshFilm(brand: Brand, shots: Shot[]): Film {
  return {
    size: "UPRIGHT",
    shots,
    fade: 0,
    sound: { kind: "SILENT", sha256: null },
    captions: { kind: "BY_SHOT", timed: [] },
    mark: brand.mark ?? null,
  };
}

export function withShot(film: Film, index: number, change: Partial<Shot>): Film {
  return { ...film, shots: film.shots.map((s, i) => (i === index ? { ...s, ...change } : s)) };
}

/** A moment of a shot is seen first: of a video the end of its piece, of a picture a glance. */
export function openedWith(film: Film, index: number, video: boolean): Film {
  const shot = film.shots[index];
  if (!shot) return film;
  const seconds = Math.min(OPENING_S, shot.seconds);
  const from = video ? hundredths(shot.from + (shot.seconds - seconds) * shot.speed) : 0;
  return { ...film, shots: [{ ...shot, from, seconds, words: "" }, ...film.shots] };
}

/** A piece of a video between two of its seconds, at its speed. */
export function cutTo(shot: Shot, from: number, to: number): Shot {
  return { ...shot, from: hundredths(from), seconds: Math.max(0.1, hundredths((to - from) / shot.speed)) };
}

/** The same piece of a video at another speed. */
export function atSpeed(shot: Shot, speed: number): Shot {
  const taken = shot.seconds * shot.speed;
  return { ...shot, speed, seconds: Math.max(0.1, Math.floor((taken / speed) * 100) / 100) };
}

/** The shots that are seen at a second, the last on top, each with how far it has come in and how far it has gone. */
export function seenAt(
  film: Film,
  starts: number[],
  second: number,
): { index: number; shown: number; gone: number }[] {
  return film.shots.flatMap((shot, index) => {
    const start = starts[index];
    if (start === undefined || second < start || second > start + shot.seconds) return [];
    const shown = film.fade > 0 && index > 0 ? Math.min(1, (second - start) / film.fade) : 1;
    return [{ index, shown, gone: (second - start) / shot.seconds }];
  });
}

/** Whether any placement covers a part of the film. */
export const isCovered = (safe: FilmFit["safe"]) => safe.top + safe.right + safe.bottom + safe.left > 0;

/** How much closer a picture is seen than at rest. */
export function closer(shot: Shot, gone: number): number {
  return shot.move === "CLOSER" ? 1 + 0.1 * gone : shot.move === "AWAY" ? 1.1 - 0.1 * gone : 1;
}

/** Which frame of a strip shows a second of a video. */
export function frameOf(second: number, seconds: number): number {
  return Math.max(0, Math.min(STRIP - 1, Math.floor((second / seconds) * STRIP)));
}

export const captionAt = (fit: FilmFit, second: number) =>
  fit.captions.find((c) => c.from <= second && second < c.to)?.text ?? "";

/** How far a work is, in words. */
export function jobWords(job: Job): string {
  switch (job.state) {
    case "WAITING":
      return job.ahead === 0 ? "next in line" : `waits behind ${job.ahead}`;
    case "RUNNING":
      return `${job.percent} %`;
    case "DONE":
      return "done";
    case "FAILED":
      return job.problem ?? "failed";
    case "STOPPED":
      return "stopped";
  }
}

/** Times as captions have them: 1:02.5. */
export function moment(seconds: number): string {
  const minutes = Math.floor(seconds / 60);
  return `${minutes}:${(seconds - minutes * 60).toFixed(1).padStart(4, "0")}`;
}
