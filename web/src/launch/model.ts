import type { Schemas } from "../api/client";
import { ACTION_WORDS, LEVEL_WORDS } from "../look/changes";
import { plural } from "../look/format";

export type Change = Schemas["ChangeTold"];
export type Progress = Schemas["ChangeProgress"];
export type Launch = Schemas["LaunchView"];

/** How far a launch is, as its events tell. */
export interface Standing {
  state: string;
  all: number;
  done: number;
  failed: number;
}

/** "create 1 campaign, 3 ad groups and 6 ads; pause 1 ad". */
export function inWords(changes: Pick<Change, "action" | "level">[]): string {
  const sentences = (Object.keys(ACTION_WORDS) as (keyof typeof ACTION_WORDS)[]).flatMap((action) => {
    const parts = (Object.keys(LEVEL_WORDS) as (keyof typeof LEVEL_WORDS)[]).flatMap((level) => {
      const many = changes.filter((c) => c.action === action && c.level === level).length;
      return many === 0 ? [] : [plural(many, LEVEL_WORDS[level])];
    });
    if (parts.length === 0) return [];
    const last = parts.pop() ?? "";
    return [`${ACTION_WORDS[action]} ${parts.length > 0 ? `${parts.join(", ")} and ${last}` : last}`];
  });
  return sentences.join("; ");
}

/** A duration such as {@code PT15M} or {@code PT48H} as people say it: whole days as days. */
export function lasting(iso: string): string {
  const [, hours, minutes] = /^PT(?:(\d+)H)?(?:(\d+)M)?/.exec(iso) ?? [];
  if (hours && !minutes && Number(hours) % 24 === 0) return plural(Number(hours) / 24, "day");
  return [hours && plural(Number(hours), "hour"), minutes && plural(Number(minutes), "minute")]
    .filter(Boolean)
    .join(" ");
}

export interface Stand {
  words: string;
  tone: "good" | "wait" | "bad" | "still";
}

/** Where one change stands: on its way, then what review says of the ad. */
export function standOf(p: Progress): Stand {
  if (p.state === "FAILED") return { words: "not taken", tone: "bad" };
  if (p.state === "RETRYING")
    return { words: `trying again, ${plural(p.tries, "try", "tries")} so far`, tone: "bad" };
  if (p.state === "WAITING") return { words: "waiting", tone: "still" };
  if (p.action === "REMOVE") return { words: "removed", tone: "still" };
  if (p.action === "RESUME") return { words: "runs", tone: "good" };
  if (p.action === "PAUSE") return { words: "paused", tone: "still" };
  if (p.level !== "AD") return { words: p.action === "CREATE" ? "created" : "changed", tone: "good" };
  switch (p.reviewState) {
    case "IN_REVIEW":
      return { words: "in review", tone: "wait" };
    case "APPROVED":
      return { words: "approved", tone: "good" };
    case "REFUSED":
      return { words: "refused", tone: "bad" };
    default:
      return { words: "sent", tone: "wait" };
  }
}

export const LAUNCH_WORDS: Record<string, string> = {
  RUNNING: "under way",
  DONE: "everything is on the network",
  INCOMPLETE: "some changes were not taken",
  STOPPED: "stopped",
  BY_HAND: "handed over, waiting for ids",
};
