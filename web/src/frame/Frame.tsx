import "./frame.css";
import { useQuery } from "@tanstack/react-query";
import { Dropdown } from "antd";
import { Suspense } from "react";
import { Link, Navigate, Outlet, useLocation, useNavigate, useParams } from "react-router";
import { send } from "../api/client";
import { clientsQuery } from "../api/clients";
import { plansQuery } from "../api/plans";
import { agencyQuery, sessionQuery } from "../api/session";
import { writeIn } from "../look/format";
import { Clock } from "./Clock";
import { FindOrDo } from "./FindOrDo";
import { KeptState } from "./KeptState";
import { Rail, screens } from "./Rail";
import { Reads } from "./reads";
import { useAhead } from "./useAhead";

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
  if (path.startsWith("/agency")) return <b>Agency</b>;
  if (path.startsWith("/me")) return <b>You</b>;
  if (!clientId) return <b>Morning</b>;
  return (
    <>
      <Link to={`/c/${clientId}`}>{client?.name ?? "…"}</Link>
      {plan && ` / ${plan.name}`} / <b>{screen?.words ?? "Desk"}</b>
    </>
  );
}

/** Where everything else waits until the factor that the agency asks for is on. */
const SECOND_FACTOR = "/me/second-factor";

/** Rail, top line and the screen. */
export function Frame() {
  const { clientId } = useParams();
  const session = useQuery(sessionQuery);
  const agency = useQuery({ ...agencyQuery, enabled: !!session.data });
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const due = session.data?.secondFactorDue;
  const clients = useQuery({ ...clientsQuery, enabled: !!session.data && !due });
  const client = clients.data?.find((c) => c.id === clientId);
  useAhead(session.data && !due ? clientId : undefined);
  // Until it is known what may be done here, nothing is offered.
  if (!session.data || !agency.data || !(clients.data || due)) return null;
  writeIn(agency.data.language);
  const signOut = () => {
    void send("delete", "/api/session").then(() => window.location.assign("/signin"));
  };
  if (due && !pathname.startsWith(SECOND_FACTOR)) return <Navigate to={SECOND_FACTOR} replace />;
  return (
    <div className="frame">
      <Rail clientId={due ? undefined : clientId} />
      <div className="top">
        <div className={due ? "crumbs alone" : "crumbs"}>{due ? <b>You</b> : <Crumbs />}</div>
        {!due && <FindOrDo clientId={clientId} />}
        <KeptState />
        {!due && <Clock />}
        <Dropdown
          trigger={["click"]}
          menu={{
            items: [
              { key: "who", label: session.data.email, disabled: true },
              {
                key: "me",
                label: "You: password, second factor, tokens",
                onClick: () => void navigate("/me"),
              },
              ...(session.data.administrator
                ? [
                    {
                      key: "agency",
                      label: "Agency: people, clients, who did what",
                      onClick: () => void navigate("/agency"),
                    },
                  ]
                : []),
              { key: "out", label: "Sign out", onClick: signOut },
            ],
          }}
        >
          <button className="plain person" aria-label={session.data.name}>
            {initials(session.data.name)}
          </button>
        </Dropdown>
      </div>
      <Reads value={client !== undefined && client.role !== "BUYER"}>
        <Suspense>
          <Outlet />
        </Suspense>
      </Reads>
    </div>
  );
}
