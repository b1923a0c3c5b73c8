import "./desk.css";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import type { Schemas } from "../api/client";
import { clientsQuery } from "../api/clients";
import { stillUrl } from "../api/creatives";
import { sessionQuery } from "../api/session";
import { count, money, plural } from "../look/format";
import { networkColours } from "../look/theme";

function sum(client: Schemas["ClientView"], of: (c: Schemas["CampaignLine"]) => number): number {
  return client.campaigns.reduce((total, c) => total + of(c), 0);
}

/** A client's accounts by network, in the order they were opened. */
function networksOf(client: Schemas["ClientView"]) {
  return [...Map.groupBy(client.accounts, (a) => a.network)];
}

/** What was spent in each currency; several currencies are never added. */
function spent(client: Schemas["ClientView"]): [string, number][] {
  const sums = new Map<string, number>();
  for (const c of client.campaigns) sums.set(c.currency, (sums.get(c.currency) ?? 0) + c.spendMinor);
  return [...sums];
}

/** The agency's clients, with what each has running. */
export function Clients() {
  const clients = useQuery(clientsQuery);
  const session = useQuery(sessionQuery);
  const navigate = useNavigate();
  if (clients.data?.length === 0) return <NoClients keeps={session.data?.administrator ?? false} />;
  return (
    <div className="clients">
      <h1>Clients</h1>
      <p className="note">Whom the agency works for. Open one to see its desk.</p>
      <table className="lines">
        <thead>
          <tr>
            <th>Client</th>
            <th>Accounts</th>
            <th className="number">Campaigns</th>
            <th className="number">Ads live</th>
            <th className="number">Refused</th>
            <th className="number">Spent so far</th>
          </tr>
        </thead>
        <tbody>
          {clients.data?.map((c) => (
            <tr key={c.id} className="go" onClick={() => void navigate(`/c/${c.id}`)}>
              <td className={c.logo ? "with-logo" : undefined}>
                {c.logo && <img src={stillUrl(c.id, c.logo, 0)} alt="" />}
                <Link to={`/c/${c.id}`}>{c.name}</Link>{" "}
                {c.training && <span className="training-chip">training</span>}
                <div className="note">{c.about}</div>
              </td>
              <td>
                {networksOf(c).map(([network, accounts]) => (
                  <span
                    key={network}
                    className="chip"
                    title={accounts.map((a) => `${a.name}, ${a.zone}`).join("\n")}
                    style={{ "--chip": networkColours[network], marginRight: 4 } as React.CSSProperties}
                  >
                    {network}
                  </span>
                ))}
                <div className="note">
                  {plural(c.accounts.length, "account")}
                  {c.accounts.length > 0 &&
                    ` in ${[...new Set(c.accounts.map((a) => a.currency))].join(" and ")}`}
                </div>
              </td>
              <td className="number">{count(c.campaigns.length)}</td>
              <td className="number">{count(sum(c, (k) => k.approved))}</td>
              <td className="number">{count(sum(c, (k) => k.refused))}</td>
              <td className="number">
                {spent(c).map(([currency, minor]) => (
                  <div key={currency}>{money(minor, currency)}</div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function NoClients({ keeps }: { keeps: boolean }) {
  return (
    <div className="clients">
      <h1>Clients</h1>
      <div className="first-step">
        {keeps ? (
          <>
            <h2>No client yet</h2>
            <p>
              Here stand those you work for, with what each has running. Take the first one on, or load
              made-up ones to try everything on.
            </p>
            <Link to="/agency/clients">Take a client on</Link>
          </>
        ) : (
          <>
            <h2>No client is yours yet</h2>
            <p>An administrator of the agency says which clients you work for, and as what. Ask one.</p>
          </>
        )}
      </div>
    </div>
  );
}
