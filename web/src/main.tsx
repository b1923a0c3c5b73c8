import "@fontsource-variable/jetbrains-mono";
import "@fontsource-variable/public-sans";
import "./look/base.css";
import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App, ConfigProvider } from "antd";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { Clients, Desk } from "./desk";
import { Frame } from "./frame/Frame";
import { Nowhere } from "./frame/Nowhere";
import { theme } from "./look/theme";
import { SignIn } from "./signin/SignIn";

const screens = {
  audiences: () => import("./audiences"),
  brief: () => import("./brief"),
  creative: () => import("./creative"),
  forms: () => import("./forms"),
  plan: () => import("./plan"),
  launch: () => import("./launch"),
  results: () => import("./results"),
  tests: () => import("./tests"),
  advice: () => import("./advice"),
  rules: () => import("./rules"),
};
const Audiences = lazy(screens.audiences);
const Brief = lazy(screens.brief);
const Creative = lazy(screens.creative);
const Forms = lazy(screens.forms);
const Plan = lazy(screens.plan);
const Launch = lazy(screens.launch);
const Results = lazy(screens.results);
const Report = lazy(() => screens.results().then((screen) => ({ default: screen.Report })));
const Tests = lazy(() => screens.tests().then((screen) => ({ default: screen.Tests })));
const Advice = lazy(() => screens.advice().then((screen) => ({ default: screen.AdviceScreen })));
const Rules = lazy(screens.rules);

// Each screen's code comes while nothing else is to do, so that its first visit does not wait for it.
window.addEventListener("load", () => {
  const later = window.requestIdleCallback ?? ((act: () => void) => window.setTimeout(act, 500));
  Object.values(screens).forEach((load) => later(() => void load()));
  later(() => void import("./audiences/MapPanel").then((map) => map.countryShapes()));
});

const router = createBrowserRouter([
  { path: "/signin", element: <SignIn /> },
  {
    path: "/",
    element: <Frame />,
    children: [
      { index: true, element: <Clients /> },
      { path: "c/:clientId", element: <Desk /> },
      { path: "c/:clientId/brief/:briefId?", element: <Brief /> },
      { path: "c/:clientId/brief/accounts/:accountId", element: <Brief /> },
      { path: "c/:clientId/audiences/:audienceId?", element: <Audiences /> },
      { path: "c/:clientId/audiences/sources/:sourceId", element: <Audiences /> },
      { path: "c/:clientId/creative/:creativeId?", element: <Creative /> },
      { path: "c/:clientId/forms/:thingId?/:leadId?", element: <Forms /> },
      { path: "c/:clientId/plan/:planId?/:campaignId?", element: <Plan /> },
      { path: "c/:clientId/launch/:planId?/:campaignId?", element: <Launch /> },
      { path: "c/:clientId/results/tests/:testId?", element: <Tests /> },
      { path: "c/:clientId/results/advice", element: <Advice /> },
      { path: "c/:clientId/results/:planId?/:campaignId?", element: <Results /> },
      { path: "c/:clientId/report", element: <Report /> },
      { path: "c/:clientId/rules/:thing?", element: <Rules /> },
      { path: "*", element: <Nowhere /> },
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

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <ConfigProvider theme={theme} wave={{ disabled: true }}>
      <App message={{ maxCount: 3, duration: 6 }}>
        <QueryClientProvider client={queries}>
          <Suspense>
            <RouterProvider router={router} />
          </Suspense>
        </QueryClientProvider>
      </App>
    </ConfigProvider>
  </StrictMode>,
);
