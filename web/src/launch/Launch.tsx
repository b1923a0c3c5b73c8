import "./launch.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Modal, Radio } from "antd";
import { useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { type Schemas, askAgain } from "../api/client";
import { offerQuery } from "../api/clients";
import { CHANGES } from "../api/plans";
import { Columns } from "../frame/Columns";
import { useReads } from "../frame/reads";
import { useChange } from "../frame/useChange";
import { usePlanAtHand } from "../frame/usePlanAtHand";
import { wayTo } from "../look/wayTo";
import { Findings, blockers } from "../look/Findings";
import { money, plural } from "../look/format";
import { CampaignList } from "../plan";
import { mayGo, SignOffBand } from "../signoff";
import { ChangeFacts } from "./ChangeFacts";
import { ChangesTable } from "./ChangesTable";
import { DriftList } from "./DriftList";
import { LaunchProgress } from "./LaunchProgress";
import { inWords, lasting } from "./model";
import { changesQuery, lookQuery, startLaunch } from "./queries";
import { Waiting } from "../frame/Waiting";

/** What launching would do, then the launch itself, then what review says. */
export function Launch() {
  const atHand = usePlanAtHand("launch");
  const { clientId, planId, campaign, plan, client, account } = atHand;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const carryOut = useChange();
  const changes = useQuery({
    ...changesQuery(clientId, planId ?? "", campaign?.id ?? ""),
    enabled: !!planId && !!campaign,
    staleTime: 0,
    // Events tell of a running launch at once; this catches up when their connection was lost.
    refetchInterval: (query) => (query.state.data?.running ? 3_000 : false),
  });
  const path = { clientId, planId: planId ?? "", campaignId: campaign?.id ?? "" };
  // Who only reads sees it as it was when somebody who works here looked last.
  const reads = useReads();
  const looked = useQuery({
    ...lookQuery(path),
    enabled: !!planId && !!campaign?.live && !account?.byHand && !reads,
  });
  const lookedAt = looked.dataUpdatedAt;
  useEffect(() => {
    if (lookedAt > 0) void askAgain(queries, CHANGES);
  }, [lookedAt, clientId, queries]);
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  const [confirming, setConfirming] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [paused, setPaused] = useState(false);
  const [chosenByHand, setByHand] = useState(false);
  const byHand = chosenByHand || !!account?.byHand;
  const [chosen, setChosen] = useState<string>();
  const came = (useLocation().state as { go?: boolean } | null)?.go ?? false;
  if (!client || !atHand.settled) return <Waiting on={[atHand]} />;
  const things = plan ? (
    <CampaignList
      plan={plan}
      accounts={client.accounts}
      current={campaign?.id}
      onChoose={(c) => atHand.choose(c.id)}
    />
  ) : (
    <h3>Campaigns</h3>
  );
  if (!campaign || !planId || !account) {
    return (
      <Columns looking things={things} title="Launch">
        {(!plan || plan.campaigns.length === 0) && (
          <div className="empty">
            <h2>Nothing to launch yet</h2>
            <p>A campaign with rows and creatives comes first.</p>
            <Link to={`/c/${clientId}/plan`}>Plan one</Link>
          </div>
        )}
      </Columns>
    );
  }
  const list = changes.data;
  if (!list) {
    return (
      <Columns looking things={things} title={campaign.name}>
        <Waiting on={[changes]} />
      </Columns>
    );
  }
  const blocked = blockers(list.findings);
  const taken = list.changes.filter((c) => !left.has(c.key));
  const unsigned = list.signOffDemanded ? taken.filter((c) => !mayGo(c)).length : 0;
  const review = offer.data?.rulebook.review;
  const creates = taken.some((c) => c.action === "CREATE");
  const current = list.changes.find((c) => c.key === chosen) ?? list.changes[0];

  const go = () => {
    setConfirming(false);
    void carryOut(
      startLaunch(clientId, {
        planId,
        campaignId: campaign.id,
        planVersion: list.planVersion,
        keys: taken.length === list.changes.length ? null : [...new Set(taken.map((c) => c.key))],
        paused: paused && creates,
        byHand,
      }),
      () => {
        setLeft(new Set());
        setPaused(false);
        setByHand(false);
      },
    ).finally(() => void queries.invalidateQueries());
  };
  const jump = (place: Schemas["Place"]) => void navigate(wayTo(clientId, planId, place));
  const toLaunch = list.changes.length > 0 && !list.running;
  const launch = account.byHand ? "Hand over" : "Launch";
  return (
    <Columns
      looking
      things={things}
      title={campaign.name}
      note={
        list.running
          ? list.byHand
            ? `Handed over, to be entered on ${account.networkName} by hand`
            : `A launch on ${account.networkName} is under way`
          : list.changes.length === 0
            ? `${account.networkName} has all of it`
            : `Would ${inWords(list.changes)} on ${account.networkName}`
      }
      actions={
        toLaunch && (
          <Button type="primary" autoFocus={came} disabled={unsigned > 0} onClick={() => setConfirming(true)}>
            {unsigned > 0
              ? `${plural(unsigned, "change")} without sign-off`
              : blocked > 0
                ? `${plural(blocked, "blocker")} first…`
                : taken.length < list.changes.length
                  ? `${launch} ${taken.length} of ${plural(list.changes.length, "change")}…`
                  : `${launch} ${plural(list.changes.length, "change")}…`}
          </Button>
        )
      }
      facts={
        toLaunch && current ? (
          <ChangeFacts change={current} />
        ) : (
          <>
            <h2>{account.byHand ? "After handing over" : "After launch"}</h2>
            {account.byHand ? (
              <p className="note">
                {account.networkName} has no connector: whoever enters the table there sees its review, and
                its results. What was entered is known here by the ids that come back.
              </p>
            ) : (
              <p className="note">
                Every ad goes from sent to in review to approved or refused.
                {review && (
                  <>
                    {" "}
                    Review on {account.networkName} usually takes {lasting(review.from)} to{" "}
                    {lasting(review.to)} of practice time.
                  </>
                )}{" "}
                Move the practice clock at the top to let it pass.
              </p>
            )}
          </>
        )
      }
    >
      {list.drift.length > 0 && (
        <DriftList
          path={path}
          network={account.networkName}
          drift={list.drift}
          onPutBack={() => {
            const theirs = new Set(list.drift.map((d) => d.key));
            setLeft(new Set(list.changes.map((c) => c.key).filter((k) => !theirs.has(k))));
            setConfirming(true);
          }}
        />
      )}
      {looked.error && (
        <p className="note">How it stands on the network is not known: {looked.error.message}</p>
      )}
      {toLaunch && (
        <>
          <div className="effect">
            <span>
              Money a day <b>{money(list.dailyBeforeMinor, list.currency)}</b> →{" "}
              <b>{money(list.dailyAfterMinor, list.currency)}</b>
            </span>
            <span className="note">
              {plural(list.changes.length, "change")}; plan at version {list.planVersion}
            </span>
          </div>
          <SignOffBand
            {...{ clientId, planId, list, left }}
            campaignId={campaign.id}
            campaignIds={plan?.campaigns.map((c) => c.id) ?? []}
            onLeave={setLeft}
          />
          {list.test && <Breaks clientId={clientId} test={list.test} />}
          {list.findings.length > 0 && (
            <section style={{ marginBottom: 14, maxWidth: 640 }}>
              <Findings findings={list.findings} onJump={jump} />
            </section>
          )}
          <ChangesTable
            changes={list.changes}
            chosen={current?.key}
            left={left}
            onChoose={setChosen}
            onLeave={setLeft}
          />
        </>
      )}
      {toLaunch && list.newestLaunchId && <h2 style={{ margin: "22px 0 4px" }}>The last launch</h2>}
      {list.newestLaunchId && (
        <LaunchProgress
          key={list.newestLaunchId}
          clientId={clientId}
          launchId={list.newestLaunchId}
          byHand={list.byHand}
          creativePath={`/c/${clientId}/plan/${planId}/${campaign.id}`}
        />
      )}
      <Modal
        open={confirming}
        title={
          blocked > 0
            ? `${plural(blocked, "blocker")} hold this launch`
            : account.byHand
              ? "Hand it over?"
              : `Launch on ${account.networkName}?`
        }
        onCancel={() => setConfirming(false)}
        footer={
          blocked > 0 ? (
            <Button onClick={() => setConfirming(false)}>Close</Button>
          ) : (
            <>
              <Button onClick={() => setConfirming(false)}>Not yet</Button>
              <Button type="primary" autoFocus onClick={go}>
                {byHand ? "Hand it over" : "Launch now"}
              </Button>
            </>
          )
        }
      >
        {blocked > 0 ? (
          <Findings findings={list.findings.filter((f) => f.severity === "BLOCKER")} onJump={jump} />
        ) : (
          <>
            <p>
              This will {inWords(taken)}.{" "}
              {taken.length === list.changes.length && (
                <>
                  Money goes from {money(list.dailyBeforeMinor, list.currency)} to{" "}
                  <b>{money(list.dailyAfterMinor, list.currency)} a day</b>,{" "}
                  {money(campaign.flightMinor, list.currency)} over {plural(campaign.days, "day")}.{" "}
                </>
              )}
              {account.byHand
                ? `Nothing is sent: ${account.networkName} has no connector. You get a table to enter there, and give back the ids. `
                : "Ads are shown once review approves them. "}
              {taken.some((c) => c.action === "REMOVE") &&
                " What is removed is gone from the network for good; its results stay here."}
            </p>
            {list.test && <Breaks clientId={clientId} test={list.test} />}
            <div className="launch-how">
              {creates && (
                <Checkbox checked={paused} onChange={(e) => setPaused(e.target.checked)}>
                  Start paused: what is created is reviewed, and runs when you resume it
                </Checkbox>
              )}
              {!account.byHand && (
                <Radio.Group
                  value={byHand}
                  onChange={(e) => setByHand(e.target.value as boolean)}
                  options={[
                    { value: false, label: `Send it to ${account.networkName}` },
                    { value: true, label: "Hand it over as a table, to be entered by hand" },
                  ]}
                />
              )}
            </div>
          </>
        )}
      </Modal>
    </Columns>
  );
}

/** How many of the changes that break a test are told one by one. */
const MOST_TOLD = 4;

/** That a running test would be broken, by what, and the way out. */
function Breaks({ clientId, test }: { clientId: string; test: Schemas["TestAtStake"] }) {
  const more = test.breaking.length - MOST_TOLD;
  return (
    <div className="breaks" role="status" data-testid="breaks-test">
      <b>
        This breaks the test <Link to={`/c/${clientId}/results/tests/${test.testId}`}>{test.name}</Link>
      </b>
      <ul>
        {test.breaking.slice(0, MOST_TOLD).map((b) => (
          <li key={b}>{b}</li>
        ))}
        {more > 0 && <li>and {plural(more, "change")} more</li>}
      </ul>
      What comes after cannot be put down to what is tested. Wait for its verdict, end it first, or leave
      these changes out.
    </div>
  );
}
