import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Select } from "antd";
import type { ReactNode } from "react";
import { type Schemas, ask, at, send } from "../api/client";
import { Columns } from "../frame/Columns";

type Role = NonNullable<Schemas["RoleBody"]["role"]>;

const peopleQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/people", at({ clientId }));

const ROLES: { value: Role | "NONE"; label: string }[] = [
  { value: "BUYER", label: "buyer: does everything" },
  { value: "APPROVER", label: "approver: reads, as a viewer does" },
  { value: "VIEWER", label: "viewer: only reads" },
  { value: "NONE", label: "no part in this client" },
];

/** Who works for this client, and as what. */
export function People({ clientId, things }: { clientId: string; things: ReactNode }) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const people = useQuery(peopleQuery(clientId));
  const set = (personId: string, role: Role | "NONE") =>
    send(
      "put",
      "/api/clients/{clientId}/people/{personId}",
      at({ clientId, personId }, { role: role === "NONE" ? null : role }),
    ).then(
      (now) => queries.setQueryData(peopleQuery(clientId).queryKey, now),
      (e: Error) => void message.error(e.message),
    );
  return (
    <Columns things={things} title="People" note="Who works for this client, and what they may do here">
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
                <Select<Role | "NONE">
                  size="small"
                  aria-label={`What ${p.name} may do`}
                  style={{ width: 260 }}
                  value={(p.role as Role | null) ?? "NONE"}
                  options={ROLES}
                  onChange={(role) => void set(p.id, role)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Columns>
  );
}
