import { doing } from "../advice";
import type { NeedKind, NeedLine } from "../api/morning";
import { didWellWords } from "../api/posts";
import { signOffPath } from "../api/signoffs";
import { money, plural } from "../look/format";
import { nameOfCell, verdictInShort } from "../tests";

type Need = NeedLine["need"];

/** What is said of something that needs a person, and where it is dealt with. */
export interface NeedTold {
  head: string;
  says: string;
  to: string;
  go: string;
}

/** Kinds as people choose among them, in the order in which they are told. */
export const KIND_WORDS: Record<NeedKind, string> = {
  UNTAKEN: "Pauses not taken",
  REFUSED: "Refused ads",
  BLOCKED: "Cannot be launched",
  PACE: "Pace of spending",
  SIGN_OFF: "Sign-off",
  LEADS: "New leads",
  COMMENTS: "Comments",
  CHANGED_THERE: "Changed on the network",
  UNKNOWN_ADS: "Ads no plan knows",
  ASIDE: "Reports not believed",
  TEST: "Tests to judge",
  ADVICE: "Advice",
  POST: "Posts that did well",
};

/** How soon, with how a line of it looks. */
export const URGENCIES = {
  NOW: { words: "now", tone: "" },
  TODAY: { words: "today", tone: "warning" },
  SOON: { words: "soon", tone: "waits" },
} as const;

/** Of a post’s text, on a line. */
const SHORT = 70;

export function toldOf(clientId: string, need: Need): NeedTold {
  const base = `/c/${clientId}`;
  switch (need.kind) {
    case "UNTAKEN":
      return {
        head: need.pause ? `${need.campaign} is paused here and still runs` : `${need.campaign} still stands`,
        says: need.problem,
        to: `${base}/launch/${need.planId}/${need.campaignId}`,
        go: "Look at it, or stop it",
      };
    case "REFUSED":
      return {
        head: `Refused: ${need.ad}`,
        says: need.reason,
        to: `${base}/plan/${need.planId}/${need.campaignId}?ad=${need.itemKey}`,
        go: "Look at the ad",
      };
    case "BLOCKED": {
      const sheet = `${base}/plan/${need.planId}/${need.campaignId}?lens=checks`;
      return {
        head: `${need.campaign} cannot be launched, ${plural(need.blockers, "blocker")}`,
        says: need.says,
        to: need.rowId ? `${sheet}&ad=${need.rowId}/${need.columnId ?? ""}` : sheet,
        go: "Mend the first",
      };
    }
    case "PACE":
      return {
        head: `${need.row} of ${need.campaign} ${
          need.spentMinor === 0 ? "brings nothing" : `spends ${need.stand === "SLOW" ? "slowly" : "fast"}`
        }`,
        says: `${money(need.spentMinor, need.currency)} of ${money(need.dueMinor, need.currency)} due by now, of ${money(need.plannedMinor, need.currency)} in all.`,
        to: `${base}/plan/${need.planId}/${need.campaignId}?ad=${need.rowId}/`,
        go: "Look at the row",
      };
    case "SIGN_OFF":
      return {
        head: need.returned
          ? `${need.by} returned ${need.plan}`
          : `${need.plan} waits for ${need.asked ?? "an approver"} to sign it off`,
        says: need.says || `${need.by} sent it.`,
        to: signOffPath(clientId, need.signOffId),
        go: need.returned ? "Look at what to mend" : "Look at it",
      };
    case "LEADS":
      return {
        head: plural(need.fresh, "new lead"),
        says: "Nobody has answered these yet.",
        to: `${base}/forms/leads`,
        go: "Read them",
      };
    case "COMMENTS":
      return {
        head: `${plural(need.open, "comment")} on ${need.plan}`,
        says: "Nobody of yours answered the last word, or said that it is done.",
        to: need.signOffId ? signOffPath(clientId, need.signOffId) : `${base}/launch/${need.planId}`,
        go: "Read and answer",
      };
    case "CHANGED_THERE":
      return {
        head: `${plural(need.things, "thing")} of ${need.campaign} changed on the network`,
        says: "Somebody did that there, not here.",
        to: `${base}/launch/${need.planId}/${need.campaignId}`,
        go: "Look at what changed",
      };
    case "UNKNOWN_ADS":
      return {
        head: `${money(need.spendMinor, need.currency)} spent on ${need.account} by ${plural(need.ads, "ad")} that no plan here knows`,
        says: "Made by hand there, or lost here since. What they brought is kept, and counts once they are known.",
        to: `${base}/results`,
        go: "Look at the results",
      };
    case "ASIDE":
      return {
        head: `${plural(need.lines, "line")} of ${need.account}’s reports ${need.lines === 1 ? "is" : "are"} not counted`,
        says: "What is told there cannot be right. The rest of the reports counts.",
        to: `${base}/results?aside=`,
        go: "Look at what they say",
      };
    case "TEST":
      return {
        head: need.outcome === "BROKEN" ? `Broken test: ${need.test}` : `Test ready to judge: ${need.test}`,
        says: verdictInShort(need.outcome, nameOfCell(need.winner ?? "", need.winnerValues), need.why ?? ""),
        to: `${base}/results/tests/${need.testId}`,
        go: "Look at the verdict",
      };
    case "ADVICE":
      return {
        head: `${need.row} of ${need.campaign}: ${doing(need).toLowerCase()}`,
        says: need.says,
        to: `${base}/results/advice?at=${encodeURIComponent(need.adviceKey)}`,
        go: "Decide",
      };
    case "POST":
      return {
        head: `A post did well for its age: “${need.text.length > SHORT ? `${need.text.slice(0, SHORT)}…` : need.text}”`,
        says: didWellWords(need),
        to: `${base}/creative/posts?post=${encodeURIComponent(`${need.accountId}/${need.postId}`)}`,
        go: "Take it as an ad",
      };
  }
}
