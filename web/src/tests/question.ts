import dayjs from "dayjs";
import type { Schemas } from "../api/client";
import type { TestAsked } from "./queries";

/** What a person asks of some rows. */
export interface Question {
  name: string;
  hypothesis: string;
  metric: string;
  /** The deciding number as it is expected, as a share or in minor units; null for what is usual. */
  base: number | null;
  leastPercent: number | null;
  powerPercent: number;
  looks: number | null;
  /** The first and the last. */
  days: [string, string];
}

/** How likely a difference is found where there is none. */
const LEVEL = 0.05;
const USUAL_LEAST = 20;

type Flight = Pick<Schemas["CampaignView"], "temperature" | "start" | "lastDay">;

/** What is asked unless something is changed: cold rows by the click, those who come back by the sale (common practice). */
export function usualQuestion(campaign: Flight, today: string): Question {
  const tomorrow = dayjs(today).add(1, "day").format("YYYY-MM-DD");
  return {
    name: "",
    hypothesis: "",
    metric: campaign.temperature === "RETARGETING" ? "cost_per_conversion" : "click_rate",
    base: null,
    leastPercent: USUAL_LEAST,
    powerPercent: 80,
    looks: 4,
    days: [tomorrow > campaign.start ? tomorrow : campaign.start, campaign.lastDay],
  };
}

/** The question as it is reckoned and kept; an emptied number is the usual one. */
export function askedOf(question: Question, rowIds: string[]): TestAsked {
  const [startsOn, lastDay] = question.days;
  return {
    rowIds,
    metric: question.metric,
    base: question.base,
    least: (question.leastPercent ?? USUAL_LEAST) / 100,
    power: question.powerPercent / 100,
    level: LEVEL,
    looks: question.looks ?? 1,
    startsOn,
    lastDay,
  };
}
