import type { Schemas } from "../api/client";
import { count, money, plural } from "../look/format";
import { networkColour } from "../look/theme";
import { about, daysOf, needWords, rangeBar, resultWords } from "./model";
import type { Brief } from "./queries";

/** What the brief's money can buy, account by account, and how long a test would take. */
export function Reckoned({
  brief,
  reckoning,
  old,
}: {
  brief: Brief;
  reckoning: Schemas["Reckoning"] | undefined;
  old: boolean;
}) {
  if (!reckoning) return <p className="note">What the money can buy shows here.</p>;
  const { balance, lines, judging } = reckoning;
  const moneyMinor = balance?.moneyMinor ?? brief.moneyMinor;
  const days = balance?.days ?? daysOf(brief);
  const able = lines.filter((l) => !l.problem);
  const lowest = Math.max(0, ...able.map((l) => l.lowestDailyMinor));
  return (
    <div style={{ opacity: old ? 0.6 : 1 }}>
      <h2>What {money(moneyMinor, brief.currency)} can buy</h2>
      {reckoning.problem && (
        <div className="finding" style={{ marginTop: 8 }}>
          <b>{reckoning.problem}</b>
        </div>
      )}
      {reckoning.atTarget != null && (
        <dl className="facts-list">
          <div>
            <dt>At the target</dt>
            <dd>
              <b>{count(reckoning.atTarget)}</b> {resultWords(brief.result, reckoning.atTarget)}
            </dd>
          </div>
          <div>
            <dt>A day</dt>
            <dd>{money(moneyMinor / Math.max(1, days), brief.currency)}</dd>
          </div>
        </dl>
      )}
      <h3 style={{ margin: "12px 0 2px" }}>If all of it went to one</h3>
      {lines.length === 0 && <p className="note">Choose accounts to see what each could bring.</p>}
      {lines.map((line) => (
        <AccountLine key={line.accountId} {...{ brief, line }} all={able.map((l) => l.results)} />
      ))}
      {able.length > 0 && (
        <p className="note">
          Four times in five, by the rulebook’s prices, usual rates, and what the account has brought so far.
          A row needs {needWords(brief, lowest, days, balance?.targetMinor ?? brief.targetMinor)}.
        </p>
      )}
      {judging && (
        <>
          <h3 style={{ margin: "12px 0 2px" }}>A test of {count(brief.cells)} cells</h3>
          <dl className="facts-list">
            <div>
              <dt>To judge</dt>
              <dd>
                <b>{plural(judging.days, "day")}</b>
              </dd>
            </div>
            <div>
              <dt>Each cell</dt>
              <dd>
                {about(judging.perCell)} {judging.clicks ? "clicks" : "impressions"}
              </dd>
            </div>
            <div>
              <dt>Costs</dt>
              <dd>{money(Number(judging.cost.toPrecision(3)), brief.currency)}</dd>
            </div>
          </dl>
          {judging.days > days && (
            <div className="finding warning">
              <b>
                {plural(judging.days, "day")} is longer than the brief’s {plural(days, "day")}.
              </b>
              Test fewer cells, look for a larger difference, or count a result that comes more often.
            </div>
          )}
          <p className="note">
            To find {count(brief.liftPercent)} % with a chance of 80 % at a level of 5 %; never under 3 days.
          </p>
        </>
      )}
    </div>
  );
}

function AccountLine({
  brief,
  line,
  all,
}: {
  brief: Brief;
  line: Schemas["BriefLine"];
  all: Schemas["Range"][];
}) {
  const bar = rangeBar(line.results, all);
  return (
    <div className="account-line">
      <span className="chip" style={{ "--chip": networkColour(line.network) } as React.CSSProperties}>
        {line.network}
      </span>
      {line.problem ? (
        <div className="note">{line.problem}</div>
      ) : (
        <div>
          <div className="range">
            <i
              style={{
                left: `${bar.left}%`,
                width: `${Math.min(100 - bar.left, bar.width)}%`,
                background: networkColour(line.network),
              }}
            />
          </div>
          <b>
            {about(line.results.from)} to {about(line.results.to)}
          </b>{" "}
          {resultWords(brief.result, line.results.to)}
          <div className="note">
            {plural(line.rows, "row")} at its lowest, {money(line.lowestDailyMinor, line.currency)} a day
            {line.historyResults > 0 &&
              `; so far ${count(line.historyResults)} for ${money(line.historySpentMinor, line.currency)}`}
          </div>
        </div>
      )}
    </div>
  );
}
