import { type CSSProperties } from "react";
import { draftOfSent, OnPlacement, type Medium } from "../creative";
import type { Schemas } from "../api/client";
import { ACTION_WORDS } from "../look/changes";
import { BeforeAfter } from "../look/BeforeAfter";
import { count, day, inOwnUnit, money, plural, word } from "../look/format";
import { networkColour } from "../look/theme";
import { linesOf, placeOf, samePlace, type Campaign, type Change, type Comment, type Place } from "./model";

const FIRST = { media: 0, body: 0, headline: 0, description: 0, callToAction: 0 };
const TALLEST_PX = 46;

/** More findings are told when they are asked for. */
const MOST_OPEN = 2;

/** One campaign of what was sent: money, what is expected and found, each change, and each ad as people see it. */
export function Part(props: {
  clientId: string;
  clientName: string;
  campaign: Campaign;
  comments: readonly Comment[];
  formats: Schemas["FormatView"][];
  media: ReadonlyMap<string, Medium>;
  place: Place;
  onPlace: (place: Place) => void;
}) {
  const { campaign, comments, place, onPlace } = props;
  const said = (at: Place) => comments.filter((c) => !c.answers && !c.doneAt && samePlace(c, at)).length;
  return (
    <section className="signed-part">
      <h2 style={{ "--edge": networkColour(campaign.network) } as CSSProperties}>
        {campaign.name}{" "}
        <span className="note">
          {campaign.networkName}, {campaign.account}
        </span>
      </h2>
      <div className="signed-facts">
        <Days campaign={campaign} />
        <dl className="facts-list">
          <div>
            <dt>Money a day</dt>
            <dd>
              {money(campaign.dailyBeforeMinor, campaign.currency)} →{" "}
              <b>{money(campaign.dailyAfterMinor, campaign.currency)}</b>
            </dd>
          </div>
          {campaign.expected && (
            <div>
              <dt title="In four cases of five">Expected</dt>
              <dd>
                {range(campaign.expected.results)}{" "}
                {word(Math.round(campaign.expected.results.to), campaign.expected.result)}, by{" "}
                {range(campaign.expected.people)} people
                {campaign.expected.left > 0 &&
                  `; of ${plural(campaign.expected.left, "row")} nothing can be told`}
              </dd>
            </div>
          )}
        </dl>
      </div>
      {campaign.findings.length > 0 && <Found campaign={campaign} />}
      <table className="lines signed-changes" aria-label={`Changes of ${campaign.name}`}>
        <thead>
          <tr>
            <th>Do</th>
            <th>What</th>
            <th>{plural(campaign.changes.length, "change")}</th>
          </tr>
        </thead>
        <tbody>
          {linesOf(campaign).map(({ key, changes: [first, ...others] }) =>
            first && others.length > 0 ? (
              <tr key={key}>
                <td>{ACTION_WORDS[first.change.action]}</td>
                <td className="depth AD">{plural(others.length + 1, "ad")}</td>
                <td className="wrap">
                  {[first, ...others].map((c) => {
                    const at = placeOf(campaign.campaignId, c.change.key);
                    return (
                      <button
                        key={c.change.key}
                        className={`signed-cell ${samePlace(at, place) ? "on" : ""}`}
                        onClick={() => onPlace(at)}
                      >
                        {nameOf(campaign, at)}
                        <Said count={said(at)} />
                      </button>
                    );
                  })}
                </td>
              </tr>
            ) : (
              first && (
                <One
                  key={key}
                  {...{ campaign, place, onPlace }}
                  change={first}
                  said={said(placeOf(campaign.campaignId, first.change.key))}
                />
              )
            ),
          )}
        </tbody>
      </table>
      {campaign.ads.length > 0 && (
        <h3>Ads as people see them, {campaign.ads.length + campaign.adsNotDrawn}</h3>
      )}
      {campaign.ads.map((ad, i) => {
        const at = { campaignId: campaign.campaignId, rowId: null, columnId: ad.columnId };
        const format = props.formats.find((f) => f.code === ad.shows.format);
        const rows = ad.rowIds.map((id) => campaign.rows.find((r) => r.id === id)?.name ?? "");
        return (
          <div key={ad.columnId + i} className="signed-ad">
            <header>
              <b>{nameOf(campaign, at)}</b>
              <span className="note" title={rows.join(", ")}>
                in {rows.length < 4 ? rows.join(", ") : plural(rows.length, "row")}
                {ad.shows.link && `, leads to ${ad.shows.link}`}
              </span>
              <button className="remark-button" onClick={() => onPlace(at)}>
                {said(at) > 0 ? plural(said(at), "comment") : "Comment"}
              </button>
            </header>
            {ad.fit.placements.length === 0 && (
              <p className="note">As it is, it shows on none of its placements: see what checks found.</p>
            )}
            {format && (
              <div className="previews phone">
                {ad.fit.placements.map((placement) => (
                  <OnPlacement
                    key={placement.code}
                    clientId={props.clientId}
                    clientName={props.clientName}
                    draft={draftOfSent(ad.shows)}
                    format={format}
                    media={props.media}
                    network={campaign.network}
                    placement={placement}
                    chosen={FIRST}
                    actions={campaign.actions}
                    form={ad.form ?? undefined}
                    script={scriptOf(ad)}
                    first={false}
                  />
                ))}
              </div>
            )}
          </div>
        );
      })}
      {campaign.adsNotDrawn > 0 && (
        <p className="note">
          {plural(campaign.adsNotDrawn, "more ad")} are not drawn here; all are in the list above.
        </p>
      )}
    </section>
  );
}

const range = (r: { from: number; to: number }) =>
  `${count(Math.round(r.from))} to ${count(Math.round(r.to))}`;

function nameOf(campaign: Campaign, at: Place): string {
  if (at.columnId)
    return campaign.columns.find((c) => c.id === at.columnId)?.name ?? "a creative that is gone";
  if (at.rowId) return campaign.rows.find((r) => r.id === at.rowId)?.name ?? "a row that is gone";
  return campaign.name;
}

function One(props: {
  campaign: Campaign;
  change: Change;
  place: Place;
  said: number;
  onPlace: (place: Place) => void;
}) {
  const { campaign, change: c } = props;
  const at = placeOf(campaign.campaignId, c.change.key);
  return (
    <tr
      className={`go ${samePlace(at, props.place) ? "on" : ""}`}
      tabIndex={0}
      onClick={() => props.onPlace(at)}
      onKeyDown={(e) => e.key === "Enter" && props.onPlace(at)}
    >
      <td>{ACTION_WORDS[c.change.action]}</td>
      <td className={`depth ${c.change.level}`}>
        {nameOf(campaign, at)}
        <Said count={props.said} />
      </td>
      <td className="wrap">
        <Says change={c} />
      </td>
    </tr>
  );
}

function Said(props: { count: number }) {
  return props.count > 0 ? <span className="chip remark-here">{plural(props.count, "comment")}</span> : null;
}

/** What a change says, with what differs from the last time and what was edited since. */
function Says({ change: c }: { change: Change }) {
  const fields = c.change.fields.filter((f) => f.code !== "NAME");
  // An ad that is new stands below as people see it.
  const told = c.change.level === "AD" && c.change.action === "CREATE" ? [] : fields;
  return (
    <>
      {c.first && <span className="chip fresh">new since last time</span>}
      {c.since.map((f) => (
        <div key={f.code} className="since">
          {f.field}: <BeforeAfter of={f} /> <span className="chip fresh">since last time</span>
        </div>
      ))}
      {told
        .filter((f) => !c.since.some((s) => s.code === f.code))
        .map((f) => (
          <span key={f.code} className="told">
            <span className="note">{f.field}</span> <BeforeAfter of={f} />
          </span>
        ))}
      {c.edited.length > 0 && <span className="chip edited">edited since: {c.edited.join(", ")}</span>}
    </>
  );
}

const SEVERITY_WORDS = { BLOCKER: "blocker", WARNING: "warning", HINT: "hint" } as const;

/** What checks had found when it was sent, counted first: it is the buyer’s to mend. */
function Found({ campaign }: { campaign: Campaign }) {
  const kinds = (Object.keys(SEVERITY_WORDS) as (keyof typeof SEVERITY_WORDS)[]).flatMap((severity) => {
    const many = campaign.findings.filter((f) => f.severity === severity).length;
    return many > 0 ? [plural(many, SEVERITY_WORDS[severity])] : [];
  });
  return (
    <details className="signed-found" open={campaign.findings.length <= MOST_OPEN}>
      <summary>Found by checks when it was sent: {kinds.join(", ")}</summary>
      {campaign.findings.map((f) => (
        <div key={f.says} className={`finding ${f.severity === "BLOCKER" ? "" : f.severity.toLowerCase()}`}>
          {inOwnUnit(f.says)} <span className="note">{inOwnUnit(f.mend)}</span>
        </div>
      ))}
    </details>
  );
}

/** Money by day, a bar each; its height is to the day that spends most. */
function Days({ campaign }: { campaign: Campaign }) {
  const most = Math.max(...campaign.days.map((d) => d.minor), 1);
  const all = campaign.days.reduce((sum, d) => sum + d.minor, 0);
  const first = campaign.days[0];
  const last = campaign.days.at(-1);
  if (!first || !last) return null;
  return (
    <figure className="signed-days">
      <div className="bars" role="img" aria-label={`Money by day, ${money(all, campaign.currency)} in all`}>
        {campaign.days.map((d) => (
          <i
            key={d.date}
            title={`${day(d.date)}: ${money(d.minor, campaign.currency)}`}
            style={{ height: Math.max(1, (d.minor / most) * TALLEST_PX) }}
          />
        ))}
      </div>
      <figcaption className="note">
        {day(first.date)} to {day(last.date)}, <b>{money(all, campaign.currency)}</b> in all, up to{" "}
        {money(most, campaign.currency)} a day
      </figcaption>
    </figure>
  );
}

/** A chat or message as it was sent, as scripts are drawn. */
function scriptOf({ shows: { chat, message } }: Schemas["SignOffAd"]): Schemas["KeptScript"] | undefined {
  if (!chat && !message) return undefined;
  return {
    id: "",
    kind: chat ? "CHAT" : "MESSAGE",
    name: "",
    version: 1,
    usedBy: [],
    draft: {
      greeting: chat?.greeting ?? "",
      replies: chat?.replies.map((text) => ({ text, answer: "" })) ?? [],
      sender: message?.sender ?? "",
      subject: message?.subject ?? "",
      body: message?.body ?? "",
      button: message?.button ?? "",
      link: "",
      bannerSha: null,
    },
  };
}
