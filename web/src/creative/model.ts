import type { Schemas } from "../api/client";
import { asTabbed } from "../look/spreadsheet";

/** What is composed; the server keeps the name beside it. */
export type Draft = { name: string } & Schemas["CreativeDraft"];
export type Medium = Schemas["Medium"];
export type Format = Schemas["FormatView"];
export type Placement = Schemas["PlacementFit"];
export type NetworkFit = Schemas["NetworkFit"];
export type Phrase = Schemas["PhraseView"];
export type TextPart = "bodies" | "headlines" | "descriptions";

export const TEXT_PARTS: { part: TextPart; one: string; kind: Phrase["kind"] }[] = [
  { part: "bodies", one: "Body", kind: "BODY" },
  { part: "headlines", one: "Headline", kind: "HEADLINE" },
  { part: "descriptions", one: "Description", kind: "DESCRIPTION" },
];

export const emptyDraft: Draft = {
  name: "New creative",
  format: "single-picture",
  media: [],
  bodies: [],
  headlines: [],
  descriptions: [],
  callsToAction: [],
  link: "",
  brand: "",
  post: "",
  cards: [],
  formId: null,
  scriptId: null,
};

/** Whether nothing was put into it yet: then nothing is amiss with it either. */
export function untouched(draft: Draft): boolean {
  const { media, bodies, headlines, descriptions, callsToAction, link, brand, post, formId, scriptId } =
    draft;
  const lists = [media, bodies, headlines, descriptions, callsToAction];
  return lists.every((l) => l.length === 0) && [link, brand, post, formId, scriptId].every((t) => !t);
}

export function bodyOf({ name, ...draft }: Draft, version: number): Schemas["CreativeBody"] {
  return { version, name, draft };
}

export function draftOf(c: Schemas["Creative"]): Draft {
  return {
    name: c.name,
    ...wordsOf(c),
    media: c.media.map((m) => m.sha256),
    formId: c.form?.id ?? null,
    scriptId: c.chat?.id ?? c.message?.id ?? null,
  };
}

/** What was sent to a network, as it is composed. */
export function draftOfSent(shows: Schemas["CreativeSettings"]): Draft {
  const { media, form } = shows;
  return { name: "", ...wordsOf(shows), media, formId: form?.id ?? null, scriptId: null };
}

type Words = Omit<Draft, "name" | "media" | "formId" | "scriptId">;

function wordsOf({ format, bodies, headlines, descriptions, ...c }: Words): Words {
  const { callsToAction, link, brand, post, cards } = c;
  return { format, bodies, headlines, descriptions, callsToAction, link, brand, post, cards };
}

/** A draft in another format: what the format has no place for is left away, cards follow their media. */
export function inFormat(draft: Draft, format: Format, media: ReadonlyMap<string, Medium>): Draft {
  const taken = draft.media.filter((sha) => {
    const medium = media.get(sha);
    return medium && (medium.video ? format.videos : format.pictures);
  });
  const next = {
    ...draft,
    format: format.code,
    media: taken.slice(0, format.mostMedia),
    bodies: draft.bodies.slice(0, format.mostTexts),
    headlines: draft.headlines.slice(0, format.mostTexts),
    descriptions: draft.descriptions.slice(0, format.mostTexts),
    callsToAction: draft.callsToAction.slice(0, format.mostActions),
    post: format.needs === "POST" ? draft.post : "",
    formId: format.needs === "FORM" ? draft.formId : null,
    scriptId: format.needs === "CHAT" || format.needs === "MESSAGE" ? draft.scriptId : null,
  };
  return withCards(next, format, draft.media);
}

/** One card for each medium that stands on one; a card keeps its text when its medium moves. */
export function withCards(draft: Draft, format: Format, before: string[]): Draft {
  if (format.firstCard < 0) return { ...draft, cards: [] };
  const known = new Map(before.slice(format.firstCard).map((sha, i) => [sha, draft.cards[i]]));
  const cards = draft.media
    .slice(format.firstCard)
    .map((sha) => known.get(sha) ?? { text: "", price: "", link: "" });
  return { ...draft, cards };
}

/** A chosen medium comes in or, when it is in already, goes out; a format of one medium takes it instead of its own. */
export function toggled(draft: Draft, format: Format, sha: string): Draft {
  const media = draft.media.includes(sha)
    ? draft.media.filter((m) => m !== sha)
    : format.mostMedia === 1
      ? [sha]
      : [...draft.media, sha];
  return withCards({ ...draft, media }, format, draft.media);
}

/** Texts without the empty ones at their end; one that is emptied in the middle keeps its place while it is typed. */
export function withText(texts: string[], index: number, text: string): string[] {
  const next = [...texts];
  while (next.length <= index) next.push("");
  next[index] = text;
  while (next.length > 0 && next[next.length - 1] === "") next.pop();
  return next;
}

export function megabytes(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** 75.4 seconds as 1:15. */
export function length(seconds: number): string {
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** What was measured of a file, in one line. */
export function measured(m: Medium): string {
  const shape = `${Number((m.width / m.height).toFixed(2))}:1`;
  const size = `${m.format} · ${m.width} × ${m.height} px (${shape}) · ${megabytes(m.bytes)}`;
  if (!m.video) return size;
  const { seconds, codec, frameRate, sound } = m.video;
  const pace = frameRate > 0 ? `${Number(frameRate.toFixed(2))} a second · ` : "";
  return `${size} · ${length(seconds)} · ${codec} · ${pace}${sound ? "with sound" : "silent"}`;
}

/** What a file is called without the ending of its kind. */
export const baseName = (m: Medium) => m.fileName.replace(/\.\w+$/, "");

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
  WRONG_DURATION: "wrong length",
  TOO_FEW: "too few",
  TOO_MANY: "too many",
};

/** What a mend makes of the file. */
export function mendWords(mend: Schemas["Mend"], medium: Medium | undefined): string {
  const size = `${mend.width} × ${mend.height}`;
  const shorter = medium?.video && mend.seconds < medium.video.seconds - 0.05;
  const cut = `${length(mend.from)}–${length(mend.from + mend.seconds)}`;
  const trim = shorter ? `trim to ${cut}` : "";
  const save = medium && medium.format !== mend.format ? `save as ${mend.format}` : "";
  const rest = [trim, save].filter(Boolean).map((w) => `, ${w}`);
  switch (mend.kind) {
    case "CROP":
      return `Crop to ${size} (${mend.shape})${rest.join("")}`;
    case "PAD":
      return `Pad to ${size} (${mend.shape})${rest.join("")}`;
    case "TRIM":
      return `Trim to ${cut}${save && `, ${save}`}`;
    case "CONVERT":
      return `Save it as ${mend.format}${save ? "" : ", smaller"}`;
  }
}

/** Misfits for which the network refuses the ad there. */
export function refusals(placement: Placement): number {
  return placement.misfits.filter((m) => m.miss !== "PAST_FOLD").length;
}

/** The placement that allows the least of one text, with its network; undefined where none shows it. */
export function tightest(
  networks: NetworkFit[],
  part: TextPart,
  index: number,
): { fit: Schemas["TextFit"]; where: string } | undefined {
  return networks
    .flatMap((n) =>
      n.placements.map((p) => ({ fit: p[part][index], where: `${n.network} ${p.words.toLowerCase()}` })),
    )
    .filter((t): t is { fit: Schemas["TextFit"]; where: string } => !!t.fit && t.fit.limit > 0)
    .sort((a, b) => a.fit.limit - b.fit.limit || a.fit.fold - b.fit.fold)[0];
}

/** Whether any placement shows a part at all. */
export function isShown(networks: NetworkFit[], part: TextPart): boolean {
  return networks.some((n) => n.placements.some((p) => (p[part][0]?.limit ?? 0) > 0));
}

export function hasToken(text: string): boolean {
  return /\{[a-z][a-z-]*(\|[^{}]*)?\}/.test(text);
}

/** What the first line of a table of phrases starts with. */
const HEADS = ["kind", "code"];
const KINDS: Record<string, Phrase["kind"]> = { b: "BODY", h: "HEADLINE", d: "DESCRIPTION" };

/**
 * Phrases pasted from a spreadsheet or a text. A line is a phrase; where it has tabs they part kind (or code), text, angle and
 * language. A line without a kind has the one given.
 */
export function pasted(text: string, kind: Phrase["kind"]): Schemas["Wording"][] {
  return cells(text)
    .filter((line) => line.some((c) => c.trim()) && !HEADS.includes(line[0]?.trim().toLowerCase() ?? ""))
    .map((line) => {
      const first = line[0]?.trim() ?? "";
      const told = /^(b|h|d)(ody|eadline|escription)?\d*$/i.exec(first);
      const named = line.length > 1 && told ? KINDS[first.charAt(0).toLowerCase()] : undefined;
      const rest = named ? line.slice(1) : line;
      return {
        kind: named ?? kind,
        text: (rest[0] ?? "").trim(),
        angle: (rest[1] ?? "").trim(),
        language: (rest[2] ?? "").trim(),
      };
    })
    .filter((w) => w.text);
}

/** Lines of cells parted by tabs; a cell in quotation marks may hold line ends, as spreadsheets copy them. */
function cells(text: string): string[][] {
  const lines: string[][] = [];
  let line: string[] = [];
  let cell = "";
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text[i] ?? "";
    if (quoted) {
      if (c !== '"') cell += c;
      else if (text[i + 1] === '"') {
        cell += '"';
        i++;
      } else quoted = false;
    } else if (c === '"' && cell === "" && closes(text, i)) quoted = true;
    else if (c === "\t" || c === "\n") {
      line.push(cell.replace(/\r$/, ""));
      cell = "";
      if (c === "\n") {
        lines.push(line);
        line = [];
      }
    } else cell += c;
  }
  lines.push([...line, cell]);
  return lines;
}

/** Whether a quotation mark opens a quoted cell: its closing one ends the cell. */
function closes(text: string, from: number): boolean {
  for (let i = from + 1; i < text.length; i++) {
    if (text[i] !== '"') continue;
    if (text[i + 1] !== '"') return i + 1 === text.length || /[\t\r\n]/.test(text[i + 1] ?? "");
    i++;
  }
  return false;
}

/** The deck as a spreadsheet takes it; a cell that would start a formula there is kept a text. */
export function forSpreadsheet(phrases: Phrase[]): string {
  return asTabbed([
    ["code", "text", "angle", "language"],
    ...phrases.map((p) => [p.code, p.text, p.angle, p.language]),
  ]);
}

export const FIELDS = 25;

/** More than 5 of 25 fields is over 20 %, a risk on some networks (common practice). */
const MOST_FIELDS = 5;

/** Fields that text touches; bit n stands for field n. */
export const textTouches = (fields: number): number =>
  Array.from({ length: FIELDS }, (_, i) => i).filter((i) => fields & (1 << i)).length;

export const textPercent = (fields: number): number => (textTouches(fields) * 100) / FIELDS;

export const textIsRisky = (fields: number): boolean => textTouches(fields) > MOST_FIELDS;

export const tooWordy = (m: Medium): string =>
  `Text touches ${textTouches(m.text.fields)} of ${FIELDS} fields of “${m.fileName}”, ${textPercent(m.text.fields)} %; over 20 % may show to fewer.`;

const AT_ONCE_S = 0.1;

/** What somebody learns of a video in its first three seconds, by its words and its sound. */
export function begins(m: Medium): string {
  const says =
    m.text.by === "NOBODY"
      ? "Text was not looked for"
      : m.text.says
        ? `Says “${m.text.says}”`
        : "Says nothing in words: those who see it silent learn only what they see";
  const from = m.video?.soundFrom;
  const sound = !m.video?.sound
    ? "no sound"
    : from == null
      ? "nothing is heard in its first ten seconds"
      : from < AT_ONCE_S
        ? "sound from the start"
        : `first heard at ${from.toFixed(1)} s`;
  return `${says}; ${sound}.`;
}

/** How a text stands on the placements that show it: in words, whether it is refused or only cut somewhere, and where. */
export function standing(reach: Pick<Phrase, "length" | "shownOn" | "troubles">) {
  const over = reach.troubles.filter((t) => reach.length > t.limit).length;
  const cut = reach.troubles.length - over;
  const parts = [over > 0 && `too long on ${over}`, cut > 0 && `cut on ${cut}`].filter(Boolean).join(", ");
  return {
    words: parts || (reach.shownOn > 0 ? `fits all ${reach.shownOn}` : "shown nowhere"),
    mark: over > 0 ? "over" : cut > 0 ? "fold" : "",
    where: reach.troubles.map((t) => `${t.where}: ${t.limit}, cut after ${t.fold}`).join("\n"),
  };
}
