import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Popover } from "antd";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { type TestView, testsQuery } from "../api/tests";
import { Columns } from "../frame/Columns";
import { count, day, money, people as inPeople, plural } from "../look/format";
import { figure, titled } from "../results";
import { Evidence } from "./Evidence";
import { Interval } from "./Interval";
import { cellName, lookAt, percent, rarely, said, shortP, span } from "./model";
import { Editable } from "../frame/Editable";
import { endTest, keepLearned } from "./queries";

/** One test: what it says, what it rests on, whether it can be trusted, and what was learned. */
export function OneTest(props: { clientId: string; test: TestView; things: ReactNode }) {
  const { clientId, test } = props;
  const verdict = said(test);
  const share = test.asked.metric.written === "SHARE";
  return (
    <Columns
      looking
      things={props.things}
      title={test.name}
      note={
        <>
          {test.asked.shape === "FACTORIAL" ? "A factorial of" : "One variable:"}{" "}
          <b>{test.asked.variables.join(" × ") || "none"}</b> · decided by <b>{test.asked.metric.words}</b> ·{" "}
          {plural(test.cells.length, "cell")} · look {lookAt(test).number} of {test.asked.looks}
        </>
      }
      actions={
        <>
          <Link
            to={`/c/${clientId}/plan/${test.place.planId}/${test.place.campaignId}?ad=${test.cells[0]?.rowId}/`}
          >
            On the sheet
          </Link>
          {test.state !== "ENDED" && <End {...{ clientId, test }} />}
        </>
      }
      facts={<Trust {...{ clientId, test }} />}
    >
      <p className="test-says" data-testid="verdict">
        <span className={verdict.tone}>{verdict.head}</span> {verdict.says}
      </p>
      {test.hypothesis && (
        <p className="note hypothesis">
          Asked by {test.person}: {test.hypothesis}
        </p>
      )}
      <Cells test={test} share={share} />
      {test.effects.length > 0 && <Effects test={test} />}
      {test.course.evidence.length > 1 && (
        <>
          <h3 className="drawn-title">
            Evidence by day, in deviations, against what was planned to come in; planned looks filled, their
            limits dashed
          </h3>
          <Evidence test={test} />
        </>
      )}
      {test.state !== "SET_UP" && (
        <Editable>
          <Learned key={test.learned} {...{ clientId, test }} />
        </Editable>
      )}
    </Columns>
  );
}

function between(test: TestView, low: number | null | undefined, high: number | null | undefined) {
  const of = (v: number | null | undefined) => figure(test.asked.metric, v, test.place.currency);
  if (low == null) return "no interval yet";
  return `between ${of(low)} and ${high == null ? "no upper limit" : of(high)}, with a certainty of 95 %`;
}

function chance(of: number): string {
  if (of > 0.999) return "over 99.9 %";
  return of < 0.001 ? "under 0.1 %" : percent(of);
}

const GIVEN_AWAY = "Points of the share, in the mean, by choosing this cell where another is better";
const LEAST_LOSS = 0.00001;

function Cells({ test, share }: { test: TestView; share: boolean }) {
  const all = span(test.cells);
  const people = test.cells.some((c) => c.people > 0);
  const best = test.cells[test.verdict.best ?? -1];
  return (
    <div className="cells-box">
      <table className="lines test-cells">
        <thead>
          <tr>
            <th>Cell</th>
            {people && <th className="number">People</th>}
            <th className="number">Spent</th>
            {share && <th className="number">{titled(test.asked.metric.restsWords)}</th>}
            <th className="number">{share ? "Of these" : titled(test.asked.metric.restsWords)}</th>
            <th className="interval-box">{titled(test.asked.metric.words)}, 95 % interval</th>
            <th className="number">{titled(test.asked.metric.words)}</th>
            {share && <th className="number">Chance it is best</th>}
          </tr>
        </thead>
        <tbody>
          {test.cells.map((c, i) => (
            <tr key={c.rowId}>
              <td className="wrap">
                <b>{cellName(test, c)}</b>
                {cellName(test, c) !== c.label && <div className="note">{c.label}</div>}
              </td>
              {people && <td className="number">{inPeople({ people: c.people, fewer: false })}</td>}
              <td className="number">{money(c.moneyMinor, test.place.currency)}</td>
              {share && <td className="number">{count(c.trials)}</td>}
              <td className="number">{count(c.successes)}</td>
              <td className="interval-box">
                <Interval
                  {...{ value: c.value, low: c.low, high: c.high }}
                  span={all}
                  tone={
                    c === best
                      ? "ahead"
                      : test.verdict.winner != null && i !== test.verdict.winner
                        ? "behind"
                        : "between"
                  }
                  words={between(test, c.low, c.high)}
                />
              </td>
              <td className="number">
                <b>{figure(test.asked.metric, c.value, test.place.currency)}</b>
              </td>
              {share && (
                <td className="number">
                  {c.chance == null ? "–" : chance(c.chance)}
                  {c.loss != null && c.loss >= LEAST_LOSS && (
                    <div className="note" title={GIVEN_AWAY}>
                      gives away {(c.loss * 100).toFixed(3)}
                    </div>
                  )}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What each variable of a factorial does by itself, drawn to the same scale as the cells. */
function Effects({ test }: { test: TestView }) {
  const scale = span([
    ...test.cells,
    ...test.effects.flatMap((e) => e.values.map((v) => ({ ...v, value: v.number ?? null }))),
  ]);
  return (
    <>
      {test.effects.map((effect) => (
        <section key={effect.variable} className="main-effect">
          <h3>
            {titled(effect.variable)} by itself:{" "}
            {effect.outcome === "WINNER"
              ? `it makes a difference; luck alone would do that once in ${count(Math.round(1 / Math.max(effect.p, 1e-4)))}`
              : "so far it could be luck"}
          </h3>
          {effect.odds && (
            <p className="note">
              In the same company the odds of the better one are {effect.odds.times.toFixed(2)} times the
              other’s, {effect.odds.from.toFixed(2)}{" "}
              {effect.odds.to == null ? "or more" : `to ${effect.odds.to.toFixed(2)}`} with a certainty of 95
              %.
            </p>
          )}
          <table className="lines test-cells">
            <tbody>
              {effect.values.map((v, i) => (
                <tr key={v.value}>
                  <td className="wrap">{v.value || "none"}</td>
                  <td className="interval-box">
                    <Interval
                      {...{ value: v.number, low: v.low, high: v.high }}
                      span={scale}
                      tone={effect.winner === i ? "ahead" : "between"}
                      words={between(test, v.low, v.high)}
                    />
                  </td>
                  <td className="number">
                    <b>{figure(test.asked.metric, v.number, test.place.currency)}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="note">What the variables do together is not told by this.</p>
    </>
  );
}

/** How much more than by chance days vary, where that is worth telling. */
function varying(dispersion: number | null | undefined): [string, ReactNode][] {
  return dispersion != null && dispersion >= 1.15
    ? [
        [
          "Variation",
          `Days vary ${dispersion.toFixed(1)} times as much as by chance alone, so what came counts for as much less`,
        ],
      ]
    : [];
}

/** Of several cells, whether any differ at all. */
function together(test: TestView): [string, ReactNode][] {
  const p = test.course.together;
  return p == null || test.cells.length < 3
    ? []
    : [["Together", `All cells differ as much by luck alone ${rarely(p)}`]];
}

/** What a verdict rests on. */
function Trust({ clientId, test }: { clientId: string; test: TestView }) {
  const shares = test.cells.reduce((sum, c) => sum + c.people, 0);
  const { passedOver } = lookAt(test);
  const facts: [string, ReactNode][] = [
    [
      "Variable",
      test.asked.shape === "FACTORIAL"
        ? "Fully crossed, so each can be told by itself"
        : `Only ${test.asked.variables[0] ?? "nothing"} differed when it was set up`,
    ],
    [
      "Apart",
      test.state === "SET_UP" ? "From its launch on" : "Nobody sees two cells; the network holds them apart",
    ],
    [
      "Shares",
      shares === 0
        ? "Rows talk to different people, or the network has not told"
        : test.cells.map((c) => `${((100 * c.people) / shares).toFixed(1)} %`).join(", "),
    ],
    ...varying(test.course.dispersion),
    ...together(test),
    [
      "Untouched",
      test.verdict.why.length === 0
        ? test.course.even.length === 0
          ? "Nothing was changed since it began"
          : `${test.course.even.map(titled).join(". ")}; alike for all, so it still holds`
        : test.verdict.why.map(titled).join(". "),
    ],
    [
      "Days",
      `${day(test.asked.startsOn)} to ${day(test.asked.lastDay)}${test.course.until ? `; numbers to the end of ${day(test.course.until)}` : ""}`,
    ],
    [
      "Needs",
      `${count(Math.ceil(test.asked.perCell))} ${test.asked.metric.restsWords} a cell for ${percent(test.asked.least)} to be found ${Math.round(test.asked.power * 10)} times in 10`,
    ],
    ["Expected", figure(test.asked.metric, test.asked.base, test.place.currency)],
  ];
  return (
    <>
      <h2>Can it be trusted?</h2>
      <dl className="facts-list trust" data-testid="trust">
        {facts.map(([k, v]) => (
          <div key={k}>
            <dt>{k}</dt>
            <dd>{v}</dd>
          </div>
        ))}
      </dl>
      {test.course.looks.length > 0 && (
        <>
          <h3>Looks taken</h3>
          <dl className="facts-list numbers">
            {test.course.looks.map((l) => (
              <div key={l.number}>
                <dt>
                  {l.number}, {day(l.day)}
                </dt>
                <dd>
                  p {shortP(l.p)}, limit {shortP(l.limit)}
                </dd>
              </div>
            ))}
          </dl>
          {passedOver.length > 0 && (
            <p className="note">
              {passedOver.length === 1 ? "Look" : "Looks"} {passedOver.join(", ")} passed over: more came in
              at once than was waited for.
            </p>
          )}
        </>
      )}
      {test.state === "SET_UP" && (
        <p>
          <Link to={`/c/${clientId}/launch/${test.place.planId}/${test.place.campaignId}`}>
            Launch the campaign
          </Link>
        </p>
      )}
      <p className="note">
        It is judged only at its planned looks, with stricter limits early on, so that looking does not make
        luck look like a winner.
      </p>
    </>
  );
}

/** Ends a test, with what was learned. */
function End({ clientId, test }: { clientId: string; test: TestView }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [open, setOpen] = useState(false);
  const [learned, setLearned] = useState(test.learned);
  const fresh = test.state === "SET_UP";
  const end = () =>
    endTest(clientId, test.id, learned).then(
      () => {
        setOpen(false);
        void queries.invalidateQueries(testsQuery(clientId));
      },
      (e: Error) => void message.error(e.message),
    );
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      trigger="click"
      placement="bottomRight"
      content={
        <div style={{ width: 320 }}>
          <p className="note" style={{ marginTop: 0 }}>
            {fresh
              ? "It never ran, so nothing is kept of it."
              : "What it says now is kept in the log. The campaign runs on; at its next launch its rows are no longer held apart."}
          </p>
          {!fresh && (
            <Input.TextArea
              aria-label="What was learned"
              rows={3}
              maxLength={2000}
              placeholder="What was learned, for the next one who asks"
              value={learned}
              onChange={(e) => setLearned(e.target.value)}
            />
          )}
          <Button type="primary" style={{ marginTop: 8 }} onClick={() => void end()}>
            {fresh ? "Take it away" : "End the test"}
          </Button>
        </div>
      }
    >
      <Button type={test.state === "READY" ? "primary" : "default"}>
        {fresh ? "Take away…" : "End the test…"}
      </Button>
    </Popover>
  );
}

function Learned({ clientId, test }: { clientId: string; test: TestView }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [text, setText] = useState(test.learned);
  const keep = () => {
    if (text === test.learned) return;
    keepLearned(clientId, test.id, text).then(
      () => void queries.invalidateQueries(testsQuery(clientId)),
      (e: Error) => void message.error(e.message),
    );
  };
  return (
    <section className="learned">
      <h3>What was learned</h3>
      <Input.TextArea
        aria-label="Lesson"
        autoSize={{ minRows: 2, maxRows: 6 }}
        maxLength={2000}
        placeholder="One line for the log: what to do next time"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
      />
    </section>
  );
}
