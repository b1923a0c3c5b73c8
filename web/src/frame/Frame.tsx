import "./frame.css";
import { useQuery } from "@tanstack/react-query";
import { Opening } from "../look/Opening";

import { Suspense, useEffect, useLayoutEffect } from "react";
import { Link, Navigate, Outlet, useLocation, useNavigate, useParams } from "react-router";
import { send } from "../api/client";
import { clientsQuery } from "../api/clients";
import { plansQuery } from "../api/plans";
import { agencyQuery, sessionQuery } from "../api/session";
import { measureIn, writeIn } from "../look/format";
import { choose } from "../look/look";
import { nameMonthsIn } from "../look/typedDays";
import { beginWeeksOn, weekStart } from "../look/weeks";
import { Clock } from "./Clock";
import { FindOrDo } from "./FindOrDo";
import { KeptState } from "./KeptState";
import { Rail, screens } from "./Rail";
import { Reads } from "./reads";
import { useAhead } from "./useAhead";
import { useBackAsked } from "./useBackAsked";
import { goneOn, toWork, WORK } from "./work";

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
  const here = path.startsWith("/agency")
    ? "Agency"
    : path.startsWith("/me")
      ? "You"
      : clientId
        ? (screen?.words ?? "Desk")
        : "Morning";
  useEffect(() => {
    document.title = [here, client?.name, "Tidewrack"].filter(Boolean).join(" · ");
  }, [here, client?.name]);
  if (!clientId) return <b>{here}</b>;
  return (
    <>
      <Link to={`/c/${clientId}`}>{client?.name ?? "…"}</Link>
      {plan && ` / ${plan.name}`} / <b>{here}</b>
    </>
  );
}

/** Screens at which all can be done on a phone: the desk, what waits for sign-off, launches, results and advice. */
const SMALL_ENOUGH = /^\/c\/[^/]+(\/(launch|results|report)\b.*)?$/;

/** What the router calls the page that was opened first. */
const FIRST_PAGE = "default";

/** Where everything else waits until the factor that the agency asks for is on. */
const SECOND_FACTOR = "/me/second-factor";

/** Rail, top line and the screen. */
export function Frame() {
  const { clientId } = useParams();
  const session = useQuery(sessionQuery);
  const agency = useQuery({ ...agencyQuery, enabled: !!session.data });
  const navigate = useNavigate();
  const { pathname, key } = useLocation();
  // Before the screens that are come to ask.
  useLayoutEffect(() => {
    if (key !== FIRST_PAGE) goneOn();
  }, [key]);
  const due = session.data?.secondFactorDue;
  const clients = useQuery({ ...clientsQuery, enabled: !!session.data && !due });
  const client = clients.data?.find((c) => c.id === clientId);
  const look = session.data?.preferences.look;
  useEffect(() => {
    if (look) choose(look);
  }, [look]);
  useBackAsked();
  useAhead(session.data && !due ? clientId : undefined);
  // Until it is known what may be done here, nothing is offered.
  if (!session.data || !agency.data || !(clients.data || due)) return null;
  const { language: own, weekStarts, miles } = session.data.preferences;
  const language = own ?? agency.data.language;
  writeIn(language);
  measureIn(miles);
  nameMonthsIn(language);
  beginWeeksOn(weekStart(weekStarts, language));
  const signOut = () => {
    void send("delete", "/api/session").then(() => window.location.assign("/signin"));
  };
  if (due && !pathname.startsWith(SECOND_FACTOR)) return <Navigate to={SECOND_FACTOR} replace />;
  return (
    <div className="frame">
      <a
        className="skip"
        href={`#${WORK}`}
        onClick={(e) => {
          e.preventDefault();
          toWork();
        }}
      >
        Skip to the work
      </a>
      <Rail clientId={due ? undefined : clientId} />
      <div className="top">
        <div className={due ? "crumbs alone" : "crumbs"}>{due ? <b>You</b> : <Crumbs />}</div>
        {!due && <FindOrDo clientId={clientId} />}
        <KeptState />
        {!due && <Clock />}
        <Opening
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
          <button
            className="plain person"
            aria-label={`${initials(session.data.name)}, ${session.data.name}`}
          >
            {initials(session.data.name)}
          </button>
        </Opening>
      </div>
      {client && !SMALL_ENOUGH.test(pathname) && (
        <p className="wants-room">
          This screen wants more room: turn the phone, or open it on a wider one. Here it can be looked at.
        </p>
      )}
      <Reads value={client !== undefined && client.role !== "BUYER"}>
        {/* All that is written in another language, or by other weeks, is written anew. */}
        <Suspense key={`${language} ${weekStarts}`}>
          <Outlet />
        </Suspense>
      </Reads>
    </div>
  );
}
