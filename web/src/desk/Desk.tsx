import "./desk.css";
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import type { Schemas } from "../api/client";
import { deskQuery } from "../api/clients";
import { morningOfQuery } from "../api/morning";
import { Columns } from "../frame/Columns";
import { count, money, plural } from "../look/format";
import { networkColour } from "../look/theme";
import { MoneyOfDay } from "../morning";
import { soughtWords, tableQuery, type ResultLine } from "../results";
import { FirstSteps } from "./FirstSteps";
import { Needs } from "./Needs";
import { PauseAll } from "./PauseAll";
import { Waiting } from "../frame/Waiting";

/** All that campaigns ever brought, as the results tell it. */
const SHOWN = ["impressions", "clicks", "spend"];

const BY_CAMPAIGN = { by: ["CAMPAIGN_ID"], from: null, to: null, campaignIds: [], temperature: null };

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
  const morning = useQuery({ ...morningOfQuery(clientId), refetchInterval: 30_000 });
  const results = useQuery(tableQuery(clientId, BY_CAMPAIGN, SHOWN));
  if (!desk.data) return <Waiting on={[desk]} />;
  const { client, campaigns } = desk.data;
  const brought = new Map(results.data?.lines.map((l) => [l.keys[0], l]));
  return (
    <Columns
      looking
      things={
        <>
          <h3>Accounts, {client.accounts.length}</h3>
          {client.accounts.map((a) => (
            <div
              key={a.id}
              className="thing"
              style={{ "--edge": networkColour(a.network), cursor: "default" } as React.CSSProperties}
            >
              <b>{a.name}</b>
              <div className="note">
                <span>{a.zone}</span>
                <span>{a.byHand ? "entered by hand" : a.siteTag ? "site tag reports" : "no site tag"}</span>
              </div>
            </div>
          ))}
        </>
      }
      title={client.name}
      note={client.about}
      actions={
        <>
          {campaigns.length > 0 && <PauseAll clientId={clientId} accounts={client.accounts} />}
          {client.accounts.length > 0 && (
            <Button type="primary" onClick={() => void navigate(`/c/${clientId}/plan`)}>
              Plan a campaign
            </Button>
          )}
        </>
      }
    >
      {morning.data && (
        <>
          <MoneyOfDay of={morning.data.money} />
          <Needs of={morning.data} />
        </>
      )}
      <h2 style={{ marginBottom: 4 }}>
        {campaigns.length === 0 ? "To the first ad" : `Campaigns, ${campaigns.length}`}
      </h2>
      {campaigns.length === 0 ? (
        <FirstSteps client={client} />
      ) : (
        <table className="lines">
          <thead>
            <tr>
              <th>Campaign</th>
              <th>Ads</th>
              <th className="number">Impressions</th>
              <th className="number">Clicks</th>
              <th>Results</th>
              <th className="number">Spent</th>
            </tr>
          </thead>
          <tbody>
            {campaigns.map((k) => (
              <tr key={k.campaignId}>
                <td>
                  <Link to={`/c/${clientId}/plan/${k.planId}/${k.campaignId}`}>{k.name}</Link>
                  <div className="note">{k.planName}</div>
                </td>
                <td>
                  <AdStates line={k} />
                </td>
                <Brought line={brought.get(k.campaignId)} currency={k.currency} />
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {campaigns.length > 0 && (
        <p className="note">{plural(campaigns.length, "campaign")}; all sums since each was launched.</p>
      )}
    </Columns>
  );
}

/** What a campaign brought, as its results say it; nothing until that is known. */
function Brought(props: { line: ResultLine | undefined; currency: string }) {
  const { line } = props;
  return (
    <>
      <td className="number">{count(line?.values["impressions"] ?? 0)}</td>
      <td className="number">{count(line?.values["clicks"] ?? 0)}</td>
      <td>{line ? soughtWords(line).map((words) => <div key={words}>{words}</div>) : "–"}</td>
      <td className="number">{money(line?.values["spend"] ?? 0, props.currency)}</td>
    </>
  );
}
