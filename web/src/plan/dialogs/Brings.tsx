import { type Schemas } from "../../api/client";
import { money, number } from "../../look/format";

const WIDTH = 132;
const HEIGHT = 34;
const EDGE = 4;

type Brings = Schemas["Brings"];

/** Results a day, to a tenth where there are few. */
const aDay = (results: number) =>
  number(results, { maximumFractionDigits: Math.abs(results) < 20 ? 1 : 0 }).replace("-", "−");

/** What all rows together bring more a day than before, and what one step of money would. */
export function BringsMore({ brings, currency }: { brings: Brings; currency: string }) {
  const { step } = brings;
  return (
    <div className="brings-more">
      <p>
        About <b>{aDay(brings.before + brings.more)}</b> {brings.counted} a day instead of{" "}
        {aDay(brings.before)}, {aDay(brings.moreFrom)} to {aDay(brings.moreTo)} more in four cases of five.
        {brings.moreFrom <= 0 && " What rows brought so far does not say surely that any is better."}
      </p>
      {step && (
        <p>
          Moving {money(step.minor, currency)} a day from {step.from} to {step.to} would bring about{" "}
          {aDay(step.more)} more, {aDay(step.moreFrom)} to {aDay(step.moreTo)}.
        </p>
      )}
      <p className="note">Rows get from half of what they have to double; those in a test keep theirs.</p>
    </div>
  );
}

/** What a row brings a day for more money and less, with where it stands and where it would. */
export function RowBrings({ brings, toBe }: { brings: Brings; toBe: Schemas["MoneyToBe"] }) {
  const row = brings.rows.find((r) => r.rowId === toBe.rowId);
  if (!row) return <span className="brings-row note">has not run</span>;
  const top = Math.max(...brings.rows.flatMap((r) => r.curve), Number.MIN_VALUE);
  const x = (minor: number) => EDGE + (minor / brings.mostMinor) * (WIDTH - 2 * EDGE);
  const y = (results: number) => HEIGHT - EDGE - (results / top) * (HEIGHT - 2 * EDGE);
  const last = row.curve.length - 1;
  const points = row.curve.map((r, i) => `${x((brings.mostMinor * i) / last)},${y(r)}`).join(" ");
  const words = `${aDay(row.before)} → ${aDay(row.after)}`;
  return (
    <span className="brings-row">
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${words} ${brings.counted} a day`}>
        <polyline points={points} />
        <circle className="was" cx={x(toBe.beforeMinor)} cy={y(row.before)} r={3} />
        <circle cx={x(toBe.afterMinor)} cy={y(row.after)} r={3.5} />
      </svg>
      <span className="brings-results">{words}</span>
    </span>
  );
}
