import "./frame.css";
import { useQuery } from "@tanstack/react-query";
import { Dropdown } from "antd";
import { Suspense } from "react";
import { Link, Outlet, useLocation, useParams } from "react-router";
import { ask, send } from "../api/client";
import { clientsQuery } from "../api/clients";
import { plansQuery } from "../api/plans";
import { Clock } from "./Clock";
import { FindOrDo } from "./FindOrDo";
import { KeptState } from "./KeptState";
import { Rail, screens } from "./Rail";
import { useAhead } from "./useAhead";

const sessionQuery = ask.queryOptions("get", "/api/session");

function initials(name: string): string {
  return name
    .split(" ")
    .map((part) => part[0])
    .join("")
    .slice(0, 2);
}

/** The one page that the rail does not lead to. */
const REPORT = { words: "Report" };

function Crumbs() {
  const { clientId, planId } = useParams();
  const path = useLocation().pathname;
  const clients = useQuery(clientsQuery);
  const plans = useQuery({ ...plansQuery(clientId ?? ""), enabled: !!clientId && !!planId });
  const client = clients.data?.find((c) => c.id === clientId);
  const plan = plans.data?.find((p) => p.id === planId);
  const screen =
    screens.find((s) => s.path !== "" && path.startsWith(`/c/${clientId}${s.path}`)) ??
    (path === `/c/${clientId}/report` ? REPORT : undefined);
  if (!clientId) return <b>Clients</b>;
  return (
    <>
      <Link to={`/c/${clientId}`}>{client?.name ?? "…"}</Link>
      {plan && ` / ${plan.name}`} / <b>{screen?.words ?? "Desk"}</b>
    </>
  );
}

/** Rail, top line and the screen. */
export function Frame() {
  const { clientId } = useParams();
  const session = useQuery(sessionQuery);
  useAhead(session.data ? clientId : undefined);
  if (!session.data) return null;
  const signOut = () => {
    void send("delete", "/api/session").then(() => window.location.assign("/signin"));
  };
  return (
    <div className="frame">
      <Rail clientId={clientId} />
      <div className="top">
        <div className="crumbs">
          <Crumbs />
        </div>
        <FindOrDo clientId={clientId} />
        <KeptState />
        <Clock />
        <Dropdown
          trigger={["click"]}
          menu={{
            items: [
              { key: "who", label: session.data.email, disabled: true },
              { key: "out", label: "Sign out", onClick: signOut },
            ],
          }}
        >
          <button className="plain person" aria-label={session.data.name}>
            {initials(session.data.name)}
          </button>
        </Dropdown>
      </div>
      <Suspense>
        <Outlet />
      </Suspense>
    </div>
  );
}
