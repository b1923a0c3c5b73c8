import "./look/base.css";
import "@fontsource-variable/jetbrains-mono";
import "@fontsource-variable/public-sans";
import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App, ConfigProvider } from "antd";
import { lazy, StrictMode, Suspense, type ComponentType } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { Desk } from "./desk/Desk";
import { Broken } from "./frame/Broken";
import { Frame } from "./frame/Frame";
import { Nowhere } from "./frame/Nowhere";
import { theme } from "./look/theme";
import { Morning } from "./morning/Morning";
import { First } from "./door/First";
import { Join } from "./door/Join";
import { SignIn } from "./door/SignIn";

const screens = {
  brief: () => import("./brief/BriefScreen"),
  audiences: () => import("./audiences/Audiences"),
  creative: () => import("./creative/CreativeScreen"),
  forms: () => import("./forms/FormsScreen"),
  plan: () => import("./plan/Plan"),
  launch: () => import("./launch/Launch"),
  signoff: () => import("./signoff/SignOffScreen"),
  guest: () => import("./signoff/Guest"),
  results: () => import("./results/Results"),
  report: () => import("./results/Report"),
  tests: () => import("./tests/Tests"),
  works: () => import("./works/Works"),
  advice: () => import("./advice/AdviceScreen"),
  rules: () => import("./rules/Rules"),
  agency: () => import("./agency"),
  me: () => import("./me"),
};
const Brief = screen(screens.brief, "BriefScreen");
const Audiences = screen(screens.audiences, "Audiences");
const Creative = screen(screens.creative, "CreativeScreen");
const Forms = screen(screens.forms, "FormsScreen");
const Plan = screen(screens.plan, "Plan");
const Launch = screen(screens.launch, "Launch");
const SignOffs = screen(screens.signoff, "SignOffScreen");
const Guest = screen(screens.guest, "Guest");
const Results = screen(screens.results, "Results");
const Report = screen(screens.report, "Report");
const Tests = screen(screens.tests, "Tests");
const Works = screen(screens.works, "Works");
const Advice = screen(screens.advice, "AdviceScreen");
const Rules = screen(screens.rules, "Rules");
const Agency = screen(screens.agency, "AgencyScreen");
const Me = screen(screens.me, "MeScreen");

function screen<K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) {
  return lazy(async () => ({ default: (await load())[name] }));
}

// Each screen's code comes while nothing else is to do, so that its first visit does not wait for it.
window.addEventListener("load", () => {
  const later = window.requestIdleCallback ?? ((act: () => void) => window.setTimeout(act, 500));
  Object.values(screens).forEach((load) => later(() => void load()));
  later(() => void import("./audiences/MapPanel").then((map) => map.countryShapes()));
});

const router = createBrowserRouter([
  { path: "/signin", element: <SignIn /> },
  { path: "/first", element: <First /> },
  { path: "/join", element: <Join /> },
  { path: "/sign", element: <Guest /> },
  {
    path: "/",
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      {
        errorElement: <Broken />,
        children: [
          { index: true, element: <Morning /> },
          { path: "agency/:part?", element: <Agency /> },
          { path: "me/:part?", element: <Me /> },
          { path: "c/:clientId", element: <Desk /> },
          { path: "c/:clientId/brief/:briefId?", element: <Brief /> },
          { path: "c/:clientId/brief/accounts/:accountId", element: <Brief /> },
          { path: "c/:clientId/audiences/:audienceId?", element: <Audiences /> },
          { path: "c/:clientId/audiences/sources/:sourceId", element: <Audiences /> },
          { path: "c/:clientId/creative/:creativeId?", element: <Creative /> },
          { path: "c/:clientId/forms/:thingId?/:leadId?", element: <Forms /> },
          { path: "c/:clientId/plan/:planId?/:campaignId?", element: <Plan /> },
          { path: "c/:clientId/launch/sign-offs/:signOffId?", element: <SignOffs /> },
          { path: "c/:clientId/launch/:planId?/:campaignId?", element: <Launch /> },
          { path: "c/:clientId/results/tests/:testId?", element: <Tests /> },
          { path: "c/:clientId/results/works", element: <Works /> },
          { path: "c/:clientId/results/advice", element: <Advice /> },
          { path: "c/:clientId/results/:planId?/:campaignId?", element: <Results /> },
          { path: "c/:clientId/report", element: <Report /> },
          { path: "c/:clientId/rules/:thing?", element: <Rules /> },
          { path: "*", element: <Nowhere /> },
        ],
      },
    ],
  },
]);

// What was answered is drawn at once, not after a timer of a few milliseconds.
notifyManager.setScheduler(queueMicrotask);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (failures, error) => error instanceof Problem && error.passing && failures < 30,
      retryDelay: 1_500,
    },
  },
});

/** Whoever asks their machine for stillness gets dialogs and lists that are there at once. */
const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <ConfigProvider theme={{ ...theme, token: { ...theme.token, motion: !still } }} wave={{ disabled: true }}>
      {/* Around App, since questions that it asks are drawn by it and may ask the server. */}
      <QueryClientProvider client={queries}>
        <App message={{ maxCount: 3, duration: 6 }}>
          <Suspense>
            <RouterProvider router={router} />
          </Suspense>
        </App>
      </QueryClientProvider>
    </ConfigProvider>
  </StrictMode>,
);
