import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { doing } from "../advice";
import type { Schemas } from "../api/client";
import { leadCountsQuery } from "../api/forms";
import { adviceQuery } from "../api/playbook";
import { proposedQuery, proposedWords } from "../api/posts";
import { paceQuery } from "../api/results";
import { openCommentsQuery, signOffPath, signOffsQuery, type SignOffLine } from "../api/signoffs";
import { testsQuery } from "../api/tests";
import { useReads } from "../frame/reads";
import { money, plural } from "../look/format";
import { inShort } from "../tests";
import { blockedQuery, onNetworksQuery } from "./queries";

/** One thing that needs a person, with the way to where it is dealt with. */
interface Need {
  key: string;
  tone: "blocks" | "warns" | "waits" | "unread";
  head: ReactNode;
  says: ReactNode;
  to: string;
  go: string;
}

/** So many of a kind are told one by one; the rest is counted. */
const MOST_OF_A_KIND = 3;

/** Of a post’s text, on a line. */
const SHORT = 70;

/** What needs a person today, the most pressing first; each line leads to the exact place. */
export function Needs({ clientId, desk }: { clientId: string; desk: Schemas["DeskView"] }) {
  const leads = useQuery(leadCountsQuery(clientId));
  const paces = useQuery(paceQuery(clientId));
  const tests = useQuery(testsQuery(clientId));
  const advice = useQuery(adviceQuery(clientId));
  const blocked = useQuery(blockedQuery(clientId));
  const live = useQuery(onNetworksQuery(clientId));
  const proposed = useQuery(proposedQuery(clientId));
  const signOffs = useQuery(signOffsQuery(clientId));
  const comments = useQuery(openCommentsQuery(clientId));
  const reads = useReads();
  const base = `/c/${clientId}`;
  const known = [leads, paces, tests, advice, blocked].every((asked) => !asked.isPending);
  const fresh = leads.data?.fresh ?? 0;
  const acts = (advice.data ?? []).filter((a) => a.move !== "LEAVE_ALONE");
  const groups: Need[][] = [
    untaken(base, live.data ?? []),
    signedOff(clientId, signOffs.data ?? [], reads),
    (comments.data ?? []).map((c) => ({
      key: `said ${c.planId}`,
      tone: "unread",
      head: `${plural(c.open, "comment")} on ${c.plan}`,
      says: "Nobody of yours answered the last word, or said that it is done.",
      to: saidOn(clientId, c.planId, signOffs.data ?? []),
      go: "Read and answer",
    })),
    desk.refused.map((r) => ({
      key: `refused ${r.campaignId}${r.itemKey}`,
      tone: "blocks",
      head: (
        <>
          Refused: <span className="mono">{r.name}</span>
        </>
      ),
      says: r.reason,
      to: `${base}/plan/${r.planId}/${r.campaignId}?ad=${r.itemKey}`,
      go: "Look at the ad",
    })),
    desk.unknown.map((u) => ({
      key: `unknown ${u.accountId}`,
      tone: "warns",
      head: `${money(u.spendMinor, u.currency)} spent on ${u.account} by ${plural(u.ads, "ad")} that no plan here knows`,
      says: "Made by hand there, or lost here since. What they brought is kept, and counts once they are known.",
      to: `${base}/results`,
      go: "Look at the results",
    })),
    (blocked.data ?? []).map((b) => ({
      key: `blocked ${b.campaignId}`,
      tone: "blocks",
      head: `${b.name} cannot be launched, ${plural(b.blockers, "blocker")}`,
      says: b.says,
      to: blockedAt(base, b),
      go: "Mend the first",
    })),
    fresh > 0
      ? [
          {
            key: "leads",
            tone: "unread",
            head: plural(fresh, "new lead"),
            says: "Nobody has answered these yet.",
            to: `${base}/forms/leads`,
            go: "Read them",
          },
        ]
      : [],
    (tests.data ?? [])
      .filter((t) => t.state === "READY")
      .map((t) => ({
        key: `test ${t.id}`,
        tone: t.verdict.outcome === "BROKEN" ? "warns" : "waits",
        head: t.verdict.outcome === "BROKEN" ? `Broken test: ${t.name}` : `Test ready to judge: ${t.name}`,
        says: inShort(t),
        to: `${base}/results/tests/${t.id}`,
        go: "Look at the verdict",
      })),
    acts.map((a) => ({
      key: `advice ${a.key}`,
      tone: "waits",
      head: `${a.row} of ${a.campaign}: ${doing(a).toLowerCase()}`,
      says: a.says,
      to: `${base}/results/advice?at=${encodeURIComponent(a.key)}`,
      go: "Decide",
    })),
    (proposed.data ?? []).map((p) => ({
      key: `post ${p.accountId} ${p.id}`,
      tone: "waits",
      head: `A post did well for its age: “${p.text.length > SHORT ? `${p.text.slice(0, SHORT)}…` : p.text}”`,
      says: proposedWords(p),
      to: `${base}/creative/posts?post=${encodeURIComponent(`${p.accountId}/${p.id}`)}`,
      go: "Take it as an ad",
    })),
    desk.client.campaigns
      .filter((c) => c.changedThere > 0)
      .map((c) => ({
        key: `changed ${c.campaignId}`,
        tone: "warns",
        head: `${plural(c.changedThere, "thing")} of ${c.name} changed on the network`,
        says: "Somebody did that there, not here.",
        to: `${base}/launch/${c.planId}/${c.campaignId}`,
        go: "Look at what changed",
      })),
    (paces.data ?? []).flatMap((of) =>
      of.rows
        .filter((r) => r.pace.stand === "SLOW" || r.pace.stand === "FAST")
        .filter((r) => !acts.some((a) => a.rowId === r.rowId && a.move === "RAISE_BID"))
        .map(({ rowId, label, pace }): Need => ({
          key: `pace ${rowId}`,
          tone: "warns",
          head: `${label} of ${of.name} ${
            pace.spentMinor === 0 ? "brings nothing" : `spends ${pace.stand === "SLOW" ? "slowly" : "fast"}`
          }`,
          says: `${money(pace.spentMinor, of.currency)} of ${money(pace.dueMinor, of.currency)} due by now, of ${money(pace.plannedMinor, of.currency)} in all.`,
          to: `${base}/plan/${of.planId}/${of.campaignId}?ad=${rowId}/`,
          go: "Look at the row",
        })),
    ),
  ];
  const all = groups.flat();
  if (all.length === 0) return null;
  return (
    <section style={{ marginBottom: 22 }} data-testid="needs">
      <h2 style={{ marginBottom: 8 }}>Needs you today{known ? `, ${all.length}` : " …"}</h2>
      {groups
        .filter((group) => group.length > 0)
        .map((group) => (
          <Several key={group[0]?.key} needs={group} />
        ))}
    </section>
  );
}

/** What waits for who signs off, and what came back to who sent it. */
function signedOff(clientId: string, lines: SignOffLine[], reads: boolean): Need[] {
  const newest = lines.filter((l, i) => lines.findIndex((o) => o.planId === l.planId) === i);
  return newest
    .filter((l) => l.state === "WAITING" || (!reads && l.state === "RETURNED"))
    .map((l) => ({
      key: `signed ${l.id}`,
      tone: l.state === "RETURNED" ? "blocks" : "waits",
      head:
        l.state === "RETURNED"
          ? `${l.decidedAs} returned ${l.plan}`
          : `${l.plan} waits for ${l.asked ?? "an approver"} to sign it off`,
      says: l.state === "RETURNED" ? l.reason : l.note || `${l.sentBy} sent it.`,
      to: signOffPath(clientId, l.id),
      go: l.state === "RETURNED" ? "Look at what to mend" : "Look at it",
    }));
}

/** Where the comments of a plan are read: in what was sent of it last, or at its change list. */
function saidOn(clientId: string, planId: string, lines: SignOffLine[]): string {
  const newest = lines.find((l) => l.planId === planId);
  return newest ? signOffPath(clientId, newest.id) : `/c/${clientId}/launch/${planId}`;
}

/** Campaigns that were paused, or let run on, and of which the network has not heard. */
function untaken(base: string, live: Schemas["LiveCampaign"][]): Need[] {
  return live
    .filter((c) => c.doing && c.problem)
    .map((c) => ({
      key: `untaken ${c.campaignId}`,
      tone: c.doing === "PAUSE" ? "blocks" : "warns",
      head:
        c.doing === "PAUSE" ? `${c.campaign} is paused here and still runs` : `${c.campaign} still stands`,
      says: c.problem,
      to: `${base}/launch/${c.planId}/${c.campaignId}`,
      go: "Look at it, or stop it",
    }));
}

function blockedAt(base: string, of: Schemas["BlockedCampaign"]): string {
  const sheet = `${base}/plan/${of.planId}/${of.campaignId}?lens=checks`;
  return of.place.rowId ? `${sheet}&ad=${of.place.rowId}/${of.place.columnId ?? ""}` : sheet;
}

const TONES = { blocks: "", warns: "warning", waits: "waits", unread: "unread" };

function Several({ needs }: { needs: readonly Need[] }) {
  const shown = needs.slice(0, MOST_OF_A_KIND);
  const line = (n: Need) => (
    <div className={`finding ${TONES[n.tone]}`} key={n.key}>
      <b>{n.head}</b>
      {n.says} <Link to={n.to}>{n.go}</Link>
    </div>
  );
  return (
    <>
      {shown.map(line)}
      {needs.length > shown.length && (
        <details className="more-needs">
          <summary>{plural(needs.length - shown.length, "more of the kind", "more of the kind")}</summary>
          {needs.slice(MOST_OF_A_KIND).map(line)}
        </details>
      )}
    </>
  );
}
