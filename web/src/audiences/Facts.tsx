import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { count, people, plural } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { mapName } from "./pins";
import { percent, sharedPart, type Audience, type Definition } from "./model";
import { breachesQuery, expectedQuery, overlapsQuery, usesQuery } from "./queries";

const MapPanel = lazy(async () => ({ default: (await import("./MapPanel")).MapPanel }));
const LargeMap = lazy(async () => ({ default: (await import("./LargeMap")).LargeMap }));

const MOST_COMPARED = 60;
const MUCH = 0.1;

/** Beside the sentence: where they are, whom they share, what a daily sum would reach. */
export function Facts(props: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  current: Audience;
  definition: Definition;
  audiences: Audience[];
  onPin: ((latitude: number, longitude: number) => void) | undefined;
  onLeaveOut: (other: Audience) => void;
}) {
  const { account, offer, current, definition } = props;
  const rules = offer.rulebook.audience;
  const onPin = rules.radius ? props.onPin : undefined;
  const [large, setLarge] = useState(false);
  const whole = [
    ...definition.places.countries,
    ...definition.places.regions.map((r) => r.split(".")[0] ?? r),
  ].map((code) => mapName(rules.countries.find((c) => c.code === code)?.words ?? code));
  return (
    <>
      <Suspense fallback={<div className="map" />}>
        <MapPanel {...{ definition, onPin }} countries={whole} />
        {large && (
          <LargeMap
            {...{ account, definition, onPin }}
            clientId={props.clientId}
            countries={whole}
            onClose={() => setLarge(false)}
          />
        )}
      </Suspense>
      <p className="note">
        {rules.radius
          ? onPin && "Click the map to set a pin. "
          : `Places no finer than a ${rules.regions ? "region" : "country"}. `}
        <button className="link" onClick={() => setLarge(true)}>
          Open the map large
        </button>
      </p>
      {current.tooSmall && (
        <div className="finding">
          <b>
            {people(current.size)} people are too few; {account.networkName} runs from{" "}
            {count(rules.leastPeople)}.
          </b>
          Widen the radius, the ages or the conditions.
        </div>
      )}
      <Regulated {...props} />
      {!offer.rulebook.byHand && (
        <>
          <Shares {...props} />
          <Expected {...props} />
        </>
      )}
      <Uses {...props} />
      <p className="note">
        {offer.rulebook.byHand
          ? "Nothing is asked of a network without a connector. Note down what it calls its interests, lists and places; whoever enters the plan there chooses them by these words."
          : `Sizes come from ${account.networkName}, rounded as it tells them, and never under ${count(rules.privacyFloor)}.`}
      </p>
    </>
  );
}

/** What the regulated subjects of the client's briefs forbid of this audience here. */
function Regulated(props: { clientId: string; account: Schemas["AccountView"]; definition: Definition }) {
  const { account, definition } = props;
  const breached = useQuery({
    ...breachesQuery(props.clientId, account.id, definition),
    placeholderData: keepPreviousData,
  });
  return (
    <>
      {breached.data?.map((b) => (
        <div key={b.brief} className="finding">
          <b>
            {account.networkName} forbids for {b.subject.toLowerCase()} ({b.brief}):
          </b>
          {b.breaches.map(breachWords).join("; ")}. Take it out for ads of this brief.
        </div>
      ))}
    </>
  );
}

function breachWords(breach: Schemas["Breach"]): string {
  switch (breach.kind) {
    case "AGES":
      return `ages ${breach.asked}`;
    case "GENDER":
      return `${breach.asked.toLowerCase()} alone`;
    case "RADIUS":
      return `${breach.asked}, under ${breach.leastRadiusKm} km`;
    case "TERM":
      return `conditions on ${breach.asked.toLowerCase().replaceAll("_", " ")}`;
  }
}

/** Rows that talk to it, each a way there. */
function Uses({ clientId, current }: { clientId: string; current: Audience }) {
  const uses = useQuery({ ...usesQuery(clientId, current.id), enabled: current.rows > 0 });
  if (current.rows === 0) return <p className="note">Used in no row yet.</p>;
  return (
    <>
      <h3 style={{ margin: "12px 0 4px" }}>Used in {plural(current.rows, "row")}</h3>
      {uses.data?.map((u) => (
        <div key={u.campaignId + u.row}>
          <Link to={`/c/${clientId}/plan/${u.planId}/${u.campaignId}`}>{u.campaign}</Link>
          <span className="note">, {u.row}</span>
        </div>
      ))}
    </>
  );
}

function Shares(props: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  current: Audience;
  audiences: Audience[];
  onLeaveOut: (other: Audience) => void;
}) {
  const { current } = props;
  const others = props.audiences
    .filter((a) => a.accountId === current.accountId && a.id !== current.id)
    .slice(0, MOST_COMPARED - 1);
  // The one at hand stands last, so that its row holds what it shares with all others.
  const compared = [...others, current];
  const overlaps = useQuery({
    ...overlapsQuery(props.clientId, props.account.id, compared),
    enabled: others.length > 0,
  });
  const { data } = overlaps;
  const own = data?.sizes[others.length];
  if (!data || !own) return null;
  const shares = others
    .map((other, i) => ({ other, shared: data.shared[others.length]?.[i], size: data.sizes[i] }))
    .flatMap(({ other, shared, size }) =>
      shared && size
        ? [
            {
              other,
              part: sharedPart(shared, own, size),
              ofOwn: shared.fewer ? 0 : shared.people / Math.max(1, own.people),
            },
          ]
        : [],
    )
    .filter((s) => s.part > 0)
    .sort((a, b) => b.ofOwn - a.ofOwn)
    .slice(0, 4);
  const [first] = shares;
  return (
    <>
      <h3 style={{ margin: "12px 0 4px" }}>Shares people with</h3>
      {shares.length === 0 && (
        <p className="note">
          Fewer than {count(props.offer.rulebook.audience.privacyFloor)} with each of the other{" "}
          {count(others.length)} on this account.
        </p>
      )}
      {shares.map(({ other, ofOwn }) => (
        <div className="share-line" key={other.id}>
          <span>{other.name}</span>
          <span className="track">
            <i style={{ width: `${Math.min(1, ofOwn) * 100}%` }} />
          </span>
          <b className="number">{percent(Math.min(1, ofOwn))} %</b>
        </div>
      ))}
      {first && first.ofOwn >= MUCH && (
        <div className="finding warning">
          <b>
            {percent(Math.min(1, first.ofOwn))} % of these people are also in {first.other.name}.
          </b>
          In one test they would see both.{" "}
          <button className="link" onClick={() => props.onLeaveOut(first.other)}>
            Leave that audience out
          </button>
        </div>
      )}
    </>
  );
}

function Expected(props: {
  clientId: string;
  account: Schemas["AccountView"];
  offer: Schemas["OfferView"];
  current: Audience;
}) {
  const { account, current, offer } = props;
  const lowest = offer.rulebook.money.find((m) => m.currency === account.currency)?.lowestDailyMinor ?? 1000;
  const [daily, setDaily] = useState<number>(lowest * 2);
  const size = current.size && !current.size.fewer ? current.size.people : 0;
  const expected = useQuery({
    ...expectedQuery(props.clientId, account.id, size, daily),
    enabled: size > 0 && daily > 0,
  });
  if (size === 0) return null;
  const range = (r: Schemas["Range"], most = Infinity) =>
    `${about(Math.min(most, r.from))} to ${about(Math.min(most, r.to))}`;
  return (
    <>
      <h3 style={{ margin: "12px 0 4px" }}>
        At{" "}
        <MoneyInput
          label="Money a day"
          minor={daily}
          currency={account.currency}
          width={104}
          onChange={(minor) => setDaily(minor ?? 0)}
        />{" "}
        a day here
      </h3>
      {expected.data && (
        <dl className="facts-list">
          <div>
            <dt>People a day</dt>
            <dd>{range(expected.data.people)}</dd>
          </div>
          <div>
            <dt>Seen by half</dt>
            <dd>
              {expected.data.daysToHalf.from > 365
                ? "not within a year"
                : `after ${range(expected.data.daysToHalf)} days`}
            </dd>
          </div>
          <div>
            <dt>Clicks a day</dt>
            <dd>{range(expected.data.clicks)}</dd>
          </div>
        </dl>
      )}
    </>
  );
}

/** Two figures are enough for what is only expected. */
function about(value: number): string {
  return count(value < 10 ? Math.round(value * 10) / 10 : Number(value.toPrecision(2)));
}
