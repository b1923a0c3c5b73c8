import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import {
  ask,
  at,
  CAMPAIGN,
  type CampaignPath,
  type RowPath,
  type Schemas,
  versioned,
} from "../../api/client";
import { count, money, plural } from "../../look/format";
import { useSettled } from "../../look/useSettled";
import type { Campaign } from "../model";

/** What a row's money is likely to bring. */
const expectedQuery = (path: RowPath, version: number) =>
  versioned(ask.queryOptions("get", `${CAMPAIGN}/rows/{rowId}/expected`, at(path)), version);

/** Less than so much that weekdays make goes without saying. */
const TOLD = 0.02;

const WIDTH = 246;
const HEIGHT = 74;

type Range = Schemas["Range"];

/** What a row's money is likely to bring, in a day and in the whole flight, and whom more money would reach. */
export function Expected(props: {
  path: CampaignPath;
  campaign: Campaign;
  row: Campaign["rows"][number];
  version: number;
}) {
  const { campaign, row } = props;
  const told = useQuery(expectedQuery({ ...props.path, rowId: row.id }, props.version));
  const at = told.data;
  if (!at) return null;
  const e = at.expected;
  const cash = (range: Range) => costs(range, at.currency);
  return (
    <section className="expected" aria-label="Expected">
      <h2>Expected of {row.label}</h2>
      {!e ? (
        <p className="note">
          {at.people === 0
            ? "The size of its audience is not known, so nothing can be reckoned."
            : "Give it money, and what that may bring shows here."}
        </p>
      ) : (
        <>
          <table>
            <thead>
              <tr>
                <th />
                <th className="number">{e.came ? "so far" : "a day"}</th>
                <th className="number">in {plural(campaign.days, "day")}</th>
              </tr>
            </thead>
            <tbody>
              <Line
                words="People"
                day={round(e.day.people)}
                came={e.came && count(e.came.people)}
                flight={round(e.flight.people)}
              />
              <Line
                words="Times each"
                day={times(e.day.frequency)}
                came={e.came && each(e.came)}
                flight={times(e.flight.frequency)}
              />
              <Line
                words="Clicks"
                day={round(e.day.clicks)}
                came={e.came && count(e.came.clicks)}
                flight={round(e.flight.clicks)}
              />
              {at.result !== "click" && (
                <Line
                  words={many(at.result)}
                  day={round(e.day.results)}
                  came={e.came && count(e.came.results)}
                  flight={round(e.flight.results)}
                />
              )}
            </tbody>
          </table>
          <Curve expected={e} row={row} currency={at.currency} people={at.people} />
          <p className="note">
            A thousand impressions cost {cash(at.perThousand)}, so a click {cash(e.perClick)}
            {at.result !== "click" && at.result !== "thousand impressions" && (
              <>
                , a {at.result} {cash(e.perResult)}
              </>
            )}
            . Four times in five it lies between.
            {Math.abs(e.week - 1) >= TOLD && (
              <>
                {" "}
                By the weekdays that are left about {Math.round(Math.abs(e.week - 1) * 100)} %{" "}
                {e.week > 1 ? "more" : "fewer"} come for the money than in a usual week; that is reckoned in.
              </>
            )}
          </p>
        </>
      )}
    </section>
  );
}

/** How long a selection stands still before what it may bring is asked for. */
const STANDS_MS = 400;

/** The same in one line; the lens of money tells the rest. */
export function ExpectedInShort(props: {
  path: CampaignPath;
  row: Campaign["rows"][number];
  version: number;
  days: number;
}) {
  const { row, version } = props;
  const asked = useSettled(`${row.id} ${version}`, STANDS_MS);
  const told = useQuery({ ...expectedQuery({ ...props.path, rowId: row.id }, version), enabled: !!asked });
  const flight = told.data?.expected?.flight;
  if (!told.data || !flight) return null;
  return (
    <div data-testid="expected-short">
      <dt>Expected in {plural(props.days, "day")}</dt>
      <dd>
        {round(flight.people)} people, {round(flight.clicks)} clicks
        {told.data.result !== "click" && `, ${round(flight.results)} ${many(told.data.result).toLowerCase()}`}
        {" · "}
        <Link to="?lens=money">more</Link>
      </dd>
    </div>
  );
}

/** How often each saw it so far. */
function each(came: Schemas["CameSoFar"]): string {
  return came.people === 0 ? "–" : (came.impressions / came.people).toFixed(1);
}

/** @param came what is part of the flight already, in the place of a day where anything came */
function Line(props: { words: string; day: string; came: string | null | undefined; flight: string }) {
  const { words, day, came, flight } = props;
  return (
    <tr>
      <td>{words}</td>
      <td className="number">{came ?? day}</td>
      <td className="number">
        <b>{flight}</b>
      </td>
    </tr>
  );
}

/** People reached in the whole flight against money a day: the band between dear and cheap, and where the row stands. */
function Curve(props: {
  expected: Schemas["ExpectedOfMoney"];
  row: Campaign["rows"][number];
  currency: string;
  people: number;
}) {
  const { curve, flight } = props.expected;
  const most = curve.at(-1)?.spending ?? 1;
  const top = Math.max(1, ...curve.map((p) => p.people.to));
  const x = (spending: number) => (spending / most) * WIDTH;
  const y = (people: number) => HEIGHT - (people / top) * (HEIGHT - 4);
  const upper = curve.map((p) => `${x(p.spending)},${y(p.people.to)}`);
  const lower = curve.map((p) => `${x(p.spending)},${y(p.people.from)}`).reverse();
  const here = x(props.row.dailyMinor);
  return (
    <figure className="reach-curve">
      <figcaption className="note">People reached against money a day, of {count(props.people)}</figcaption>
      <svg
        role="img"
        aria-label={`${round(flight.people)} people for ${money(props.row.dailyMinor, props.currency)} a day`}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      >
        <polygon points={[...upper, ...lower].join(" ")} />
        <line x1={here} x2={here} y1={0} y2={HEIGHT} />
        <line className="span" x1={here} x2={here} y1={y(flight.people.to)} y2={y(flight.people.from)} />
      </svg>
      <div className="note calendar-ends">
        <span>{money(0, props.currency)}</span>
        <span>{money(props.row.dailyMinor, props.currency)}</span>
        <span>{money(most, props.currency)}</span>
      </div>
    </figure>
  );
}

/** Two significant figures, as sizes are told. */
function rounded(value: number): number {
  if (value < 10) return Math.round(value);
  const unit = 10 ** (Math.floor(Math.log10(value)) - 1);
  return Math.round(value / unit) * unit;
}

/** Large numbers by the thousand or million, so that both ends stand in a narrow column. */
function short(value: number): { figure: string; unit: string } {
  const r = rounded(value);
  if (r < 10_000) return { figure: count(r), unit: "" };
  return r < 1_000_000
    ? { figure: count(r / 1_000), unit: " k" }
    : { figure: String(Number((r / 1_000_000).toPrecision(2))), unit: " M" };
}

export function round(range: Range): string {
  const [from, to] = [short(range.from), short(range.to)];
  if (from.figure === to.figure && from.unit === to.unit) return from.figure + from.unit;
  return `${from.figure}${from.unit === to.unit ? "" : from.unit}–${to.figure}${to.unit}`;
}

function times(range: Range): string {
  const [from, to] = [range.from.toFixed(1), range.to.toFixed(1)];
  return from === to ? from : `${from}–${to}`;
}

export function costs(range: Range, currency: string): string {
  if (range.to === 0) return "more than can be said";
  return `${money(Math.round(range.from), currency)} to ${money(Math.round(range.to), currency)}`;
}

function many(result: string): string {
  const words = result === "thousand impressions" ? result : `${result}s`;
  return words.charAt(0).toUpperCase() + words.slice(1);
}
