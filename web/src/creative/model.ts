import type { Schemas } from "../api/client";

export type Draft = Omit<Schemas["CreativeBody"], "version">;

export const emptyDraft: Draft = {
  name: "New creative",
  pictureSha: null,
  body: "",
  headline: "",
  description: "",
  callToAction: "",
  link: "",
};

export function draftOf(creative: Schemas["Creative"]): Draft {
  const { name, body, headline, description, callToAction, link, picture } = creative;
  return { name, body, headline, description, callToAction, link, pictureSha: picture?.sha256 ?? null };
}

export function megabytes(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** The host of a link as an ad shows it, or nothing when it has none. */
export function shownHost(link: string): string {
  try {
    return new URL(link).host.replace(/^www\./, "");
  } catch {
    return "";
  }
}

export const MISS_WORDS: Record<Schemas["Misfit"]["miss"], string> = {
  TOO_LONG: "too long",
  PAST_FOLD: "runs past the fold",
  TOO_SMALL: "too small",
  WRONG_SHAPE: "wrong shape",
  TOO_LARGE: "too large a file",
  WRONG_FORMAT: "wrong kind of file",
};

/** What a mend makes of the picture. */
export function mendWords(mend: Schemas["Mend"]): string {
  const size = `${mend.width} × ${mend.height}`;
  switch (mend.kind) {
    case "CROP":
      return `Crop to ${size} (${mend.shape})`;
    case "PAD":
      return `Pad to ${size} (${mend.shape})`;
    case "CONVERT":
      return `Save it as ${mend.format}`;
  }
}

/** The placement that allows the least of a text, with its network; undefined where none shows it. */
export function tightest(
  networks: Schemas["NetworkFit"][],
  part: "body" | "headline" | "description",
): { fit: Schemas["TextFit"]; where: string } | undefined {
  return networks
    .flatMap((n) =>
      n.placements.map((p) => ({ fit: p[part], where: `${n.network} ${p.words.toLowerCase()}` })),
    )
    .filter((t) => t.fit.limit > 0)
    .sort((a, b) => a.fit.limit - b.fit.limit)[0];
}
