import "./desk.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { Columns } from "../frame/Columns";
import { leadCountsQuery } from "../forms/leadQueries";
import { count, money, plural } from "../look/format";
import { networkColours } from "../look/theme";
import { paceQuery } from "../results/queries";
import { PauseAll } from "./PauseAll";
import { deskQuery } from "./queries";

function AdStates({ line }: { line: Schemas["CampaignLine"] }) {
  const none = line.approved + line.inReview + line.refused + line.paused === 0;
  return (
    <span className="state">
      {none && <span className="note">not launched</span>}
      {line.approved > 0 && <span>{count(line.approved)} live</span>}
      {line.inReview > 0 && <span>{count(line.inReview)} in review</span>}
      {line.refused > 0 && <span className="bad">{count(line.refused)} refused</span>}
      {line.paused > 0 && <span className="note">{count(line.paused)} paused</span>}
    </span>
  );
}

/** What needs a person today at one client, and where its campaigns stand. */
export function Desk() {
  const clientId = useParams().clientId ?? "";
  const navigate = useNavigate();
  const desk = useQuery(deskQuery(clientId));
  const leads = useQuery(leadCountsQuery(clientId));
  const paces = useQuery(paceQuery(clientId));
  if (desk.error) return <p className="clients">{desk.error.message}</p>;
  if (!desk.data) return null;
  const { client, refused } = desk.data;
  const fresh = leads.data?.fresh ?? 0;
  const changed = client.campaigns.filter((c) => c.changedThere > 0);
  const offPace = (paces.data ?? []).flatMap((p) =>
    p.rows.filter((r) => r.pace.stand === "SLOW" || r.pace.stand === "FAST").map((r) => ({ ...r, of: p })),
  );
  const needs = refused.length + changed.length + offPace.length + (fresh > 0 ? 1 : 0);
  return (
    <Columns
      things={
        <>
          <h3>Accounts, {client.accounts.length}</h3>
          {client.accounts.map((a) => (
            <div
              key={a.id}
              className="thing"
              style={{ "--edge": networkColours[a.network], cursor: "default" } as React.CSSProperties}
            >
              <b>{a.name}</b>
              <div className="note">
                <span>{a.zone}</span>
                <span>{a.siteTag ? "site tag reports" : "no site tag"}</span>
              </div>
            </div>
          ))}
        </>
      }
      title={client.name}
      note={client.about}
      actions={
        <>
          <PauseAll clientId={clientId} accounts={client.accounts} />
          <Button type="primary" onClick={() => void navigate(`/c/${clientId}/plan`)}>
            Plan a campaign
          </Button>
        </>
      }
    >
      {needs > 0 && (
        <section style={{ marginBottom: 22 }}>
          <h2 style={{ marginBottom: 8 }}>Needs you today, {needs}</h2>
          {fresh > 0 && (
            <div className="finding unread">
              <b>{plural(fresh, "new lead")}</b>
              Nobody has answered these yet. <Link to={`/c/${clientId}/forms/leads`}>Read them</Link>
            </div>
          )}
          {changed.map((c) => (
            <div className="finding warning" key={c.campaignId}>
              <b>
                {plural(c.changedThere, "thing")} of {c.name} changed on the network
              </b>
              Somebody did that there, not here.{" "}
              <Link to={`/c/${clientId}/launch/${c.planId}/${c.campaignId}`}>Look at what changed</Link>
            </div>
          ))}
          {offPace.map(({ of, rowId, label, pace }) => (
            <div className="finding warning" key={rowId}>
              <b>
                {label} of {of.name}{" "}
                {pace.spentMinor === 0
                  ? "brings nothing"
                  : `spends ${pace.stand === "SLOW" ? "slowly" : "fast"}`}
              </b>
              {money(pace.spentMinor, of.currency)} of {money(pace.dueMinor, of.currency)} due by now, of{" "}
              {money(pace.plannedMinor, of.currency)} in all.{" "}
              <Link to={`/c/${clientId}/plan/${of.planId}/${of.campaignId}?ad=${rowId}/`}>
                Look at the row
              </Link>
            </div>
          ))}
          {refused.map((r) => (
            <div className="finding" key={`${r.campaignId}${r.itemKey}`}>
              <b>
                Refused: <span className="mono">{r.name}</span>
              </b>
              {r.reason}{" "}
              <Link to={`/c/${clientId}/plan/${r.planId}/${r.campaignId}?ad=${r.itemKey}`}>
                Look at the ad
              </Link>
            </div>
          ))}
        </section>
      )}
      <h2 style={{ marginBottom: 4 }}>Campaigns, {client.campaigns.length}</h2>
      {client.campaigns.length === 0 ? (
        <p className="note">
          None yet. <Link to={`/c/${clientId}/audiences`}>Describe an audience</Link>, then{" "}
          <Link to={`/c/${clientId}/plan`}>plan a campaign</Link>.
        </p>
      ) : (
        <table className="lines">
          <thead>
            <tr>
              <th>Campaign</th>
              <th>Ads</th>
              <th className="number">Impressions</th>
              <th className="number">Clicks</th>
              <th className="number">Conversions</th>
              <th className="number">Spent</th>
            </tr>
          </thead>
          <tbody>
            {client.campaigns.map((k) => (
              <tr key={k.campaignId}>
                <td>
                  <Link to={`/c/${clientId}/plan/${k.planId}/${k.campaignId}`}>{k.name}</Link>
                  <div className="note">{k.planName}</div>
                </td>
                <td>
                  <AdStates line={k} />
                </td>
                <td className="number">{count(k.impressions)}</td>
                <td className="number">{count(k.clicks)}</td>
                <td className="number">{count(k.conversions)}</td>
                <td className="number">{money(k.spendMinor, k.currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {client.campaigns.length > 0 && (
        <p className="note">
          {plural(client.campaigns.length, "campaign")}; all sums since each was launched.
        </p>
      )}
    </Columns>
  );
}
