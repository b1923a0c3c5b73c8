import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { type CSSProperties, type ReactNode, useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { creativesQuery, formatsQuery, mediaQuery, stillUrl } from "../api/creatives";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { figure } from "../results";
import { at, explained, OPEN, type Trait, TRAITS, valueWords, verdict } from "./model";
import { moreLike, type TraitWorks, type ValueWorks, type WorksView, worksQuery } from "./queries";
import { Changes } from "../frame/Editable";

const ALL = "ALL";
const TEMPERATURES = [
  { value: ALL, label: "All temperatures" },
  { value: "COLD", label: "Cold" },
  { value: "WARM", label: "Warm" },
  { value: "RETARGETING", label: "Retargeting" },
] as const;

const SWATCHES: Record<string, string> = {
  RED: "#b8402f",
  ORANGE: "#d98236",
  YELLOW: "#d9bd4a",
  GREEN: "#5e8a53",
  BLUE: "#4d7398",
  PURPLE: "#735387",
  PINK: "#d295a8",
  BROWN: "#7d5638",
  BLACK: "#23231f",
  GREY: "#8d8d86",
  WHITE: "#fbfaf5",
};

/** Results by what ads show, as far as rows hold it apart. */
export function WhatIsShown(props: { clientId: string; metric: string; ways: ReactNode; things: ReactNode }) {
  const { clientId } = props;
  const [temperature, setTemperature] = useState<(typeof TEMPERATURES)[number]["value"]>(ALL);
  const [chosen, setChosen] = useState<string>();
  const works = useQuery({
    ...worksQuery(clientId, props.metric, temperature === ALL ? null : temperature),
    placeholderData: keepPreviousData,
  });
  const media = useQuery(mediaQuery(clientId));
  const formats = useQuery(formatsQuery(clientId));
  const names = useMemo(
    () =>
      new Map([
        ...(media.data ?? []).map((m) => [m.sha256, m.fileName] as const),
        ...(formats.data ?? []).map((f) => [f.code, f.words.toLowerCase()] as const),
      ]),
    [media.data, formats.data],
  );
  if (works.error) return <p className="empty">{works.error.message}</p>;
  if (!works.data) return null;
  const traits = works.data.traits;
  const all = traits.flatMap((t) => t.values);
  const selected =
    all.find((v) => keyOf(v) === chosen) ?? all.find((v) => verdict(v).tone === "more") ?? all[0];
  return (
    <Columns
      looking
      things={props.things}
      title="What works"
      note={`${plural(works.data.ads, "ad")} compared within rows, day by day. Of what is called better or worse, at most one in twenty is so by chance.`}
      facts={selected && <Facts {...{ clientId, names }} works={works.data} one={selected} />}
    >
      <div className="works-controls">
        {props.ways}
        <Select
          aria-label="Temperature"
          style={{ width: 160 }}
          value={temperature}
          options={[...TEMPERATURES]}
          onChange={setTemperature}
        />
      </div>
      {traits.length === 0 && (
        <div className="empty">
          <h2>Nothing to compare yet</h2>
          <p>
            Ads that show different things, beside each other in one row, tell what works.{" "}
            <Link to={`/c/${clientId}/creative/many`}>Cross some creatives</Link> and put them onto a sheet.
          </p>
        </div>
      )}
      {traits.map((t) => (
        <OneTrait
          key={t.trait}
          {...{ clientId, names }}
          works={works.data}
          of={t}
          chosen={selected && keyOf(selected)}
          onChoose={setChosen}
        />
      ))}
    </Columns>
  );
}

const keyOf = ({ value }: ValueWorks) => `${value.trait} ${value.value}`;

const MEDIA: readonly Trait[] = ["MEDIUM", "OPENING"];

function OneTrait(props: {
  clientId: string;
  works: WorksView;
  of: TraitWorks;
  names: ReadonlyMap<string, string>;
  chosen: string | undefined;
  onChoose: (key: string) => void;
}) {
  const { of, works, names } = props;
  return (
    <section className="works-trait" aria-label={TRAITS[of.trait]}>
      <h3>{TRAITS[of.trait]}</h3>
      <div className="works-line works-head">
        <span />
        <span className="number">Ads</span>
        <span className="number">{works.metric.words}</span>
        <span className="beside-scale">
          <span>a third</span>
          <span>the others</span>
          <span>3 times</span>
        </span>
        <span />
      </div>
      {of.values.map((v) => {
        const { tone, words } = verdict(v);
        return (
          <button
            key={keyOf(v)}
            className="works-line"
            aria-pressed={keyOf(v) === props.chosen}
            onClick={() => props.onChoose(keyOf(v))}
          >
            <span className="works-value">
              {MEDIA.includes(of.trait) && names.has(v.value.value) && (
                <img alt="" loading="lazy" src={stillUrl(props.clientId, v.value.value)} />
              )}
              {of.trait === "COLOUR" && (
                <i
                  className="colour-swatch"
                  style={{ "--swatch": SWATCHES[v.value.value] } as CSSProperties}
                />
              )}
              <span title={valueWords(of.trait, v.value.value, names)}>
                {valueWords(of.trait, v.value.value, names)}
              </span>
            </span>
            <span className="number">{v.value.ads}</span>
            <span className="number">{figure(works.metric, v.number, v.currency ?? "EUR")}</span>
            <BesideBar one={v} />
            <span className={tone}>{words}</span>
          </button>
        );
      })}
    </section>
  );
}

/** How a value stands to the others, on a line from a third to three times. */
function BesideBar({ one }: { one: ValueWorks }) {
  const { beside } = one.value;
  if (!beside) return <span className="beside-line" />;
  const percent = (ratio: number) => `${100 * at(ratio)}%`;
  const { from, to } = beside.between;
  return (
    <span
      className={`beside-line ${verdict(one).tone}`}
      role="img"
      aria-label={`${beside.times.toFixed(2)} times as much as the others, ${from.toFixed(2)} to ${to.toFixed(2)}`}
    >
      <i />
      <u style={{ left: percent(from), width: `${100 * (at(to) - at(from))}%` }} />
      <b style={{ left: percent(beside.times) }} />
    </span>
  );
}

function Facts(props: {
  clientId: string;
  works: WorksView;
  one: ValueWorks;
  names: ReadonlyMap<string, string>;
}) {
  const { clientId, one, works } = props;
  const { trait } = one.value;
  const creatives = useQuery(creativesQuery(clientId));
  const from = creatives.data?.find((k) => k.creative.id === one.creativeId)?.creative;
  const what = works.share
    ? `the ${works.metric.words} of the others`
    : "as much as the others for the same money";
  return (
    <div className="works-facts">
      <section>
        <h3>{TRAITS[trait]}</h3>
        <p>
          <b>{valueWords(trait, one.value.value, props.names)}</b>
        </p>
        <p>{explained(one, what)}</p>
      </section>
      {from && (
        <section>
          <h3>Make more like this</h3>
          <p className="note">
            A new creative like <Link to={`/c/${clientId}/creative/${from.id}`}>{from.name}</Link>, with one
            part left open.
          </p>
          <More {...{ clientId, trait }} id={from.id} />
        </section>
      )}
    </div>
  );
}

/** A copy of a creative that keeps what works, with one part to be filled anew. */
export function More({ clientId, id, trait }: { clientId: string; id: string; trait: Trait | undefined }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const carryOut = useChange();
  return (
    <Changes>
      <div className="like">
        {OPEN.filter((o) => !trait || !o.keeps.includes(trait)).map((o) => (
          <Button
            key={o.part}
            onClick={() =>
              void carryOut(moreLike(clientId, id, o.part), async (made) => {
                await queries.invalidateQueries(creativesQuery(clientId));
                await navigate(`/c/${clientId}/creative/${made.creative.id}`);
              })
            }
          >
            {o.words}…
          </Button>
        ))}
      </div>
    </Changes>
  );
}
