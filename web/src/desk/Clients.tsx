import "./desk.css";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import type { Schemas } from "../api/client";
import { count, money, plural } from "../look/format";
import { networkColours } from "../look/theme";
import { clientsQuery } from "./queries";

function sum(client: Schemas["ClientView"], of: (c: Schemas["CampaignLine"]) => number): number {
  return client.campaigns.reduce((total, c) => total + of(c), 0);
}

/** The agency's clients, with what each has running. */
export function Clients() {
  const clients = useQuery(clientsQuery);
  const navigate = useNavigate();
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
              <td>
                <Link to={`/c/${c.id}`}>{c.name}</Link>
                <div className="note">{c.about}</div>
              </td>
              <td>
                {c.accounts.map((a) => (
                  <div key={a.id}>
                    <span
                      className="chip"
                      style={{ "--chip": networkColours[a.network] } as React.CSSProperties}
                    >
                      {a.network}
                    </span>{" "}
                    {a.networkName}, {a.currency}
                    <div className="note">{a.zone}</div>
                  </div>
                ))}
              </td>
              <td className="number">{count(c.campaigns.length)}</td>
              <td className="number">{count(sum(c, (k) => k.approved))}</td>
              <td className="number">{count(sum(c, (k) => k.refused))}</td>
              <td className="number">
                {c.accounts[0]
                  ? money(
                      sum(c, (k) => k.spendMinor),
                      c.accounts[0].currency,
                    )
                  : plural(0, "account")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
