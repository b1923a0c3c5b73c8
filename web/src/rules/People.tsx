import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { ask, at } from "../api/client";
import { ROLES, sessionQuery } from "../api/session";
import { Columns } from "../frame/Columns";

const peopleQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/people", at({ clientId }));

/** Who works for this client, and as what. */
export function People({ clientId, things }: { clientId: string; things: ReactNode }) {
  const people = useQuery(peopleQuery(clientId));
  const session = useQuery(sessionQuery);
  return (
    <Columns
      looking
      things={things}
      title="People"
      note="Who works for this client, and what they may do here"
    >
      {people.error && <p className="fault">{people.error.message}</p>}
      <table className="lines" style={{ maxWidth: 720 }}>
        <thead>
          <tr>
            <th>Name</th>
            <th>E-mail</th>
            <th>May</th>
          </tr>
        </thead>
        <tbody>
          {people.data?.map((p) => (
            <tr key={p.id}>
              <td>
                <b>{p.name}</b>
              </td>
              <td className="mono">{p.email}</td>
              <td>
                {ROLES[p.role].words}: {ROLES[p.role].does}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        {session.data?.administrator ? (
          <>
            Invite people and give them their part under <Link to="/agency/people">Agency, People</Link>.
          </>
        ) : (
          "An administrator of the agency says who works here, and as what."
        )}
      </p>
    </Columns>
  );
}
