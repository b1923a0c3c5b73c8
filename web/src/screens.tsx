import { lazy, type ComponentType } from "react";
import type { RouteObject } from "react-router";
import { Desk } from "./desk/Desk";
import { inTurn } from "./frame/inTurn";
import { Nowhere } from "./frame/Nowhere";
import { Morning } from "./morning/Morning";

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

/** Begins to read the code of the screen at an address, which is then not waited for after who is here is known. */
export function readFirst(address: string): void {
  const [first, , part] = address.split("/").slice(1);
  const wanted = first === "c" ? part : first;
  if (wanted && Object.hasOwn(screens, wanted)) void screens[wanted as keyof typeof screens]();
}

/**
 * Each screen's code comes while nothing else is to do, so that its first visit does not wait for it.
 *
 * @param busy whether something is being asked for
 */
export function readAhead(busy: () => boolean): Promise<void> {
  return inTurn(
    [
      ...Object.values(screens),
      () => import("./audiences/shapes").then((shapes) => shapes.countryShapes()),
      () => import("./audiences/MapPanel"),
    ],
    busy,
  );
}

/** What somebody without an account is let see by a link. */
export const OF_GUESTS: RouteObject = { path: "/sign", element: <Guest /> };

/** Screens inside the frame, by their addresses. */
export const SCREENS: RouteObject[] = [
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
];
