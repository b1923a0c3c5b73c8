import "./desk.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { deskQuery } from "../api/clients";
import { Columns } from "../frame/Columns";
import { count, money, plural } from "../look/format";
import { networkColours } from "../look/theme";
import { MoneyToday } from "./MoneyToday";
import { Needs } from "./Needs";
import { PauseAll } from "./PauseAll";

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
  if (desk.error) return <p className="clients">{desk.error.message}</p>;
  if (!desk.data) return null;
  const { client } = desk.data;
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
      <MoneyToday clientId={clientId} />
      <Needs {...{ clientId }} desk={desk.data} />
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
