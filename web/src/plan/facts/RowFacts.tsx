import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { ask, at, CAMPAIGN, type Schemas, versioned } from "../../api/client";
import { testsQuery } from "../../api/tests";
import { Editable } from "../../frame/Editable";
import { Findings } from "../../look/Findings";
import { FoldedLink } from "../../look/FoldedLink";
import { day, money, people, plural } from "../../look/format";
import {
  AD_STATES,
  BASIS_WORDS,
  findingsAt,
  moneyWords,
  showingWords,
  VARIABLE_WORDS,
  type Campaign,
} from "../model";
import { Lock } from "../sheet/Lock";
import type { Spot } from "../sheet/selection";
import { ExpectedInShort } from "./Expected";

/** Where an ad leads, with the parameters its link gets. */
const linkQuery = (
  path: { clientId: string; planId: string; campaignId: string; rowId: string; columnId: string },
  version: number,
) =>
  versioned(
    ask.queryOptions("get", `${CAMPAIGN}/links/{rowId}/{columnId}`, at(path), { staleTime: Infinity }),
    version,
  );

/** The selected row and ad: who, how much, when, what it is called, what the checks say. */
export function RowFacts({
  clientId,
  planId,
  version,
  campaign,
  spot,
  audience,
  creative,
  names,
  focusMoney,
  refusalTold,
  onMoney,
  onLock,
  onShared,
  onMend,
  onDelivery,
  onJump,
}: {
  clientId: string;
  planId: string;
  /** Of the plan. */
  version: number;
  campaign: Campaign;
  spot: Spot;
  audience: Schemas["Audience"] | undefined;
  creative: Schemas["Creative"] | undefined;
  names: Schemas["NamesView"] | undefined;
  focusMoney: number;
  /** Why an ad was refused stands above already. */
  refusalTold: boolean;
  onMoney: (text: string) => void;
  onLock: () => void;
  /** Asks for the money that the campaign shares. */
  onShared: () => void;
  onMend: ((finding: Schemas["Finding"]) => void) | undefined;
  onDelivery: () => void;
  onJump: (place: Schemas["Place"]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (focusMoney > 0) input.current?.focus();
  }, [focusMoney]);
  const tests = useQuery({ ...testsQuery(clientId), enabled: campaign.live });
  const row = campaign.rows[spot.row];
  const column = campaign.columns[spot.column];
  if (!row) return null;
  const ads = row.cells.filter((c) => c !== null).length;
  const state = campaign.adStates.find((s) => s.rowId === row.id && s.columnId === column?.id);
  const told = state && AD_STATES[state.state];
  const adName = names?.rows.find((r) => r.rowId === row.id)?.ads[spot.column];
  const excluded = campaign.excluded.find((e) => e.rowId === row.id && e.columnId === column?.id);
  const shown = money(row.moneyMinor, campaign.currency);
  const test = tests.data?.find(
    (t) =>
      t.place.campaignId === campaign.id && t.state !== "ENDED" && t.cells.some((c) => c.rowId === row.id),
  );
  return (
    <>
      <h2 style={{ overflowWrap: "anywhere" }}>{row.label}</h2>
      <p className="note" style={{ margin: "0 0 8px" }}>
        Row {spot.row + 1} · ad group · {plural(ads, "ad")}
      </p>
      <Editable>
        <dl className="facts-list">
          <div>
            <dt>People</dt>
            <dd>
              <b>{people(row.size)}</b> in{" "}
              <Link to={`/c/${clientId}/audiences/${row.audienceId}`}>{audience?.name}</Link>
            </dd>
          </div>
          {row.slices.map((s) => (
            <div key={s.variable}>
              <dt>Only {VARIABLE_WORDS[s.variable]}</dt>
              <dd>{s.words}</dd>
            </div>
          ))}
          <div>
            <dt>
              <label htmlFor="row-money">
                {campaign.sharedMinor == null ? moneyWords(campaign) : "Money"}
              </label>
            </dt>
            {campaign.sharedMinor != null && (
              <dd>
                shares{" "}
                <button className="link" onClick={onShared}>
                  {money(campaign.sharedMinor, campaign.currency)}
                </button>{" "}
                {BASIS_WORDS[campaign.basis]} with the other rows
              </dd>
            )}
            <dd className="row-money" hidden={campaign.sharedMinor != null}>
              <button
                className="link lock-button"
                title={row.locked ? "Unlock its money" : "Lock its money: it stays when money is spread"}
                aria-pressed={row.locked}
                onClick={onLock}
              >
                {row.locked ? <Lock /> : "lock"}
              </button>
              <Input
                disabled={row.locked}
                key={`${row.id}${shown}`}
                id="row-money"
                ref={(it) => {
                  input.current = it?.input ?? null;
                }}
                defaultValue={shown}
                onFocus={(e) => e.target.select()}
                onPressEnter={(e) => e.currentTarget.blur()}
                onBlur={(e) => e.target.value.trim() !== shown && onMoney(e.target.value)}
              />
            </dd>
          </div>
          <div>
            <dt>Whole flight</dt>
            <dd>{money(row.flightMinor, campaign.currency)}</dd>
          </div>
          <ExpectedInShort
            path={{ clientId, planId, campaignId: campaign.id }}
            row={row}
            version={version}
            days={campaign.days}
          />
          <div>
            <dt>Runs</dt>
            <dd>
              {day(campaign.start)} to {day(campaign.lastDay)},{" "}
              <button className="link" onClick={onDelivery}>
                {row.delivery.hoursWords}
              </button>
            </dd>
          </div>
          <div>
            <dt>Placements</dt>
            <dd>
              <button className="link" onClick={onDelivery}>
                {showingWords(row.delivery.showing)}
              </button>
            </dd>
          </div>
          <div>
            <dt>Bid</dt>
            <dd>
              <button className="link" onClick={onDelivery}>
                {row.delivery.bidWords}
              </button>
            </dd>
          </div>
          {creative && (
            <div>
              <dt>Creative</dt>
              <dd>
                <Link to={`/c/${clientId}/creative/${creative.id}`}>{creative.name}</Link>
              </dd>
            </div>
          )}
          {told && (
            <div>
              <dt>This ad is</dt>
              <dd>
                <b style={told.tone === "bad" ? { color: "var(--rust)" } : undefined}>{told.words}</b>
              </dd>
            </div>
          )}
        </dl>
      </Editable>
      {test && (
        <p className="held" data-testid="held-by-test">
          A cell of the test <Link to={`/c/${clientId}/results/tests/${test.id}`}>{test.name}</Link>
          {test.state === "SET_UP"
            ? ", which begins with the next launch."
            : ": what is changed here and not in its other cells breaks it."}
        </p>
      )}
      {!refusalTold && state?.reason && state.state === "REFUSED" && (
        <div className="finding" style={{ marginTop: 6 }}>
          <b>Refused in review. {state.reason}</b>
          <Link to={`/c/${clientId}/creative/${creative?.id}?field=body`}>Change the creative</Link>, then
          launch again.
        </div>
      )}
      <h3 style={{ marginTop: 10 }}>
        Name of the selected ad · <Link to={`/c/${clientId}/rules/ads`}>pattern</Link>
      </h3>
      <div className="name-box mono" data-testid="ad-name">
        {adName ?? (excluded ? `Excluded: ${excluded.why}` : "This cell is off; it gets no name.")}
      </div>
      {adName && column && (
        <AdLink
          path={{ clientId, planId, campaignId: campaign.id, rowId: row.id, columnId: column.id }}
          version={version}
        />
      )}
      <Findings
        findings={findingsAt(campaign.findings, row.id, column?.id)}
        onJump={onJump}
        onMend={onMend}
      />
    </>
  );
}

/** Where the selected ad leads, with its parameters. */
function AdLink({ path, version }: { path: Parameters<typeof linkQuery>[0]; version: number }) {
  const link = useQuery(linkQuery(path, version));
  if (!link.data?.link) return null;
  return (
    <>
      <h3>
        Its link · <Link to={`/c/${path.clientId}/rules/links`}>parameters</Link>
      </h3>
      <div className="name-box mono" data-testid="ad-link" title={link.data.link}>
        <FoldedLink to={link.data.link} />
      </div>
    </>
  );
}
