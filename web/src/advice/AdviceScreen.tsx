import "./advice.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { planKey } from "../api/plans";
import { type Advice, type Move, type Playbook, adviceQuery, playbookQuery } from "../api/playbook";
import { proposedQuery, proposedWords } from "../api/posts";
import { Columns } from "../frame/Columns";
import { day, money, plural } from "../look/format";
import { networkColour } from "../look/theme";
import { Aspects, figure, titled } from "../results";
import { came, MOVE_WORDS, rulesOf } from "./model";
import { OneAdvice } from "./OneAdvice";
import { decisionsQuery, putOffAdvice, refuseAdvice, takeAdvice, type Decision } from "./queries";
import { Waiting } from "../frame/Waiting";

/** What the playbook advises on what runs, what was decided, and what came of it. */
export function AdviceScreen() {
  const { clientId = "" } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [campaign, setCampaign] = useState<string>();
  // The desk leads to one of them.
  const [chosenKey, choose] = useState(useSearchParams()[0].get("at"));
  const proposed = useQuery(proposedQuery(clientId));
  const advice = useQuery({ ...adviceQuery(clientId), refetchInterval: 30_000 });
  const decisions = useQuery(decisionsQuery(clientId));
  const playbook = useQuery(playbookQuery(clientId));
  const list = useRef<HTMLDivElement>(null);
  const there = (advice.data?.length ?? 0) > 0;
  // Its keys work at once, as those of a sheet do.
  useEffect(() => {
    if (there && !document.activeElement?.closest("input, [role=dialog]"))
      list.current?.focus({ preventScroll: true });
  }, [there]);
  if (!advice.data) return <Waiting on={[advice]} />;
  const all = advice.data.filter((a) => !campaign || a.campaignId === campaign);
  const acts = all.filter((a) => a.move !== "LEAVE_ALONE");
  const quiet = all.filter((a) => a.move === "LEAVE_ALONE");
  const at = Math.max(
    0,
    acts.findIndex((a) => a.key === chosenKey),
  );
  const chosen = acts[at] ?? quiet[0];
  const step = (by: number) => choose(acts[Math.min(acts.length - 1, Math.max(0, at + by))]?.key ?? null);
  const decided = (now?: Advice[]) => {
    if (now) queries.setQueryData(adviceQuery(clientId).queryKey, now);
    else void queries.invalidateQueries(adviceQuery(clientId));
    void queries.invalidateQueries(decisionsQuery(clientId));
  };
  const fault = (e: Error) => void message.error(e.message);
  const take = (a: Advice, move: Move, amount: number | null) =>
    takeAdvice(clientId, { key: a.key, move, amount }).then((taken) => {
      decided();
      // The plan as it was known may not hold the campaign that is gone to.
      queries.removeQueries({ queryKey: planKey(clientId, taken.planId) });
      if (move === "REFRESH") {
        void navigate(`/c/${clientId}/creative/${a.creativeId ?? ""}`);
        return;
      }
      message.info("The plan is changed. Launch what it changes on the network.");
      void navigate(`/c/${clientId}/launch/${taken.planId}/${taken.campaignId}`);
    }, fault);
  const posts = proposed.data ?? [];
  const campaigns = [...new Map(advice.data.map((a) => [a.campaignId, a])).values()];
  return (
    <Columns
      looking
      things={
        <>
          <Aspects clientId={clientId} />
          <button className={`thing line ${campaign ? "" : "on"}`} onClick={() => setCampaign(undefined)}>
            <b>Every campaign, {advice.data.filter((a) => a.move !== "LEAVE_ALONE").length}</b>
          </button>
          {campaigns.map((c) => (
            <button
              key={c.campaignId}
              className={`thing ${campaign === c.campaignId ? "on" : ""}`}
              style={{ "--edge": networkColour(c.network) } as React.CSSProperties}
              onClick={() => setCampaign(c.campaignId)}
            >
              <b>{c.campaign}</b>
              <span className="note">
                {plural(
                  advice.data.filter((a) => a.campaignId === c.campaignId && a.move !== "LEAVE_ALONE").length,
                  "piece of advice",
                  "pieces of advice",
                )}
              </span>
            </button>
          ))}
        </>
      }
      title="Advice"
      note="By the playbook’s rules on what came back. Nothing is done by itself: what you take becomes an edit of the plan, to be launched."
      actions={<Link to={`/c/${clientId}/rules/playbook`}>The playbook’s rules</Link>}
      facts={<Why advice={chosen} playbook={playbook.data} />}
    >
      {acts.length === 0 && (
        <div className="empty">
          <h2>Nothing to do today</h2>
          <p>
            No rule found a row that is clearly good or bad, tired, or without delivery.{" "}
            {quiet.length > 0 && `${plural(quiet.length, "row is", "rows are")} left alone for now.`}
          </p>
        </div>
      )}
      <div
        className="advices"
        ref={list}
        onKeyDown={(e) => {
          // A key that is held down is no decision.
          if (e.repeat && e.key === "Enter") return;
          if (
            e.target !== e.currentTarget &&
            (e.target as HTMLElement).closest("button, input, .ant-popover")
          )
            return;
          if (e.key === "ArrowDown") step(1);
          else if (e.key === "ArrowUp") step(-1);
          else if (e.key === "Enter" && chosen) void take(chosen, chosen.move, null);
          else return;
          e.preventDefault();
        }}
        tabIndex={acts.length > 0 ? 0 : undefined}
        aria-label="Pieces of advice; arrows choose, Enter takes"
      >
        {acts.map((a) => (
          <OneAdvice
            key={a.key}
            advice={a}
            on={a === chosen}
            onChoose={() => choose(a.key)}
            onTake={(move, amount) => void take(a, move, amount)}
            onPutOff={(until) => void putOffAdvice(clientId, a.key, until).then(decided, fault)}
            onRefuse={(reason) => void refuseAdvice(clientId, a.key, reason).then(decided, fault)}
          />
        ))}
      </div>
      {posts.length > 0 && (
        <section aria-label="Posts proposed as ads">
          <h3>Posts proposed as ads, {posts.length}</h3>
          {posts.map((p) => (
            <div className="finding waits" key={`${p.accountId}/${p.id}`}>
              <b>{p.text}</b>
              {proposedWords(p)}{" "}
              <Link to={`/c/${clientId}/creative/posts?post=${encodeURIComponent(`${p.accountId}/${p.id}`)}`}>
                Take it as an ad
              </Link>
            </div>
          ))}
        </section>
      )}
      {quiet.length > 0 && (
        <details className="quiet">
          <summary>{plural(quiet.length, "row")} left alone</summary>
          {quiet.map((a) => (
            <div key={a.key} className="note">
              <b>{a.row}</b> of {a.campaign}: {a.says}
            </div>
          ))}
        </details>
      )}
      <Decisions decisions={decisions.data ?? []} />
    </Columns>
  );
}

/** The numbers and the rule behind one advice. */
function Why({ advice, playbook }: { advice: Advice | undefined; playbook: Playbook | undefined }) {
  const rule = playbook && advice && rulesOf(playbook).find((r) => r.move === advice.move);
  return (
    <>
      {advice && (
        <>
          <h2>Why</h2>
          <dl className="facts-list" data-testid="why">
            <div>
              <dt>Row</dt>
              <dd>{advice.row}</dd>
            </div>
            <div>
              <dt>Judged by</dt>
              <dd>
                {titled(advice.metric.words)},{" "}
                {advice.target == null
                  ? "against its fellow rows"
                  : `target ${figure(advice.metric, advice.target, advice.currency)}`}
              </dd>
            </div>
            <div>
              <dt>Money now</dt>
              <dd>{money(advice.dailyMinor, advice.currency)} a day</dd>
            </div>
            {advice.p < 1 && (
              <div>
                <dt>By luck</dt>
                <dd>
                  {advice.p < 0.001 ? "under 0.1 %" : `${(advice.p * 100).toFixed(1)} %`}, sure enough in
                  spite of daily looks and of all rows of the campaign
                </dd>
              </div>
            )}
            {rule && (
              <div>
                <dt>Rule</dt>
                <dd>{rule.says}</dd>
              </div>
            )}
          </dl>
        </>
      )}
      {playbook && (
        <>
          <h3>Guards</h3>
          <p className="note">
            Nothing before 3 days, no step over 20 %, never more than the brief’s money, and rows of a running
            test are left whole.
          </p>
        </>
      )}
    </>
  );
}

function Decisions({ decisions }: { decisions: readonly Decision[] }) {
  if (decisions.length === 0) return null;
  const words = { TAKEN: "taken", PUT_OFF: "put off", REFUSED: "refused" } as Record<string, string>;
  return (
    <section className="decisions">
      <h3>What was decided, and what came of it</h3>
      <table className="lines">
        <thead>
          <tr>
            <th>Day</th>
            <th>Row</th>
            <th>Advice</th>
            <th>Decided</th>
            <th>What came of it</th>
          </tr>
        </thead>
        <tbody>
          {decisions.map((d, i) => (
            <tr key={i}>
              <td>{day(d.day)}</td>
              <td className="wrap">{d.row}</td>
              <td className="wrap">{MOVE_WORDS[d.move]}</td>
              <td className="wrap">
                {words[d.decided]} by {d.person}
                {d.until && ` until ${day(d.until)}`}
                {d.reason && `: ${d.reason}`}
              </td>
              <td className="wrap">{came(d)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
