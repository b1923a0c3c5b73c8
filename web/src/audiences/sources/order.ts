import type { Schemas } from "../../api/client";
import { EVENTS } from "./model";
import type { Source } from "./queries";

export type SourceDialog = "site" | "ladder" | "profile" | "video" | "form";

const KINDS: Record<Exclude<SourceDialog, "ladder">, Source["kind"]> = {
  site: "SITE",
  profile: "PROFILE",
  video: "VIDEO",
  form: "FORM",
};

export const SHARES = [
  { value: 0, label: "3 seconds" },
  { value: 25, label: "a quarter" },
  { value: 50, label: "half" },
  { value: 75, label: "three quarters" },
  { value: 95, label: "to the end" },
];

export const FORM_EVENTS = [
  { value: "open", label: "opened it" },
  { value: "send", label: "sent it" },
];

/** What is asked for in the dialog; what its kind of source has no place for is passed over. */
export interface Asked {
  accountId: string | undefined;
  event: string;
  chosen: string | undefined;
  shares: number[];
  formEvents: string[];
  cuts: string;
  days: number | null;
  name: string;
}

/** What the sources are called and made of, each for itself. */
export function partsOf(dialog: SourceDialog, asked: Asked) {
  if (dialog === "video") {
    return SHARES.filter((s) => asked.shares.includes(s.value)).map((s) => ({
      words: `watched ${s.label}`,
      percent: s.value,
      event: null,
    }));
  }
  if (dialog === "form") {
    return FORM_EVENTS.filter((e) => asked.formEvents.includes(e.value)).map((e) => ({
      words: e.label,
      percent: null,
      event: e.value,
    }));
  }
  return [{ words: "", percent: null, event: dialog === "site" ? asked.event : null }];
}

/** What it is called unless it is given a name. */
export function usualName(dialog: SourceDialog, asked: Asked, subject: string): string {
  const what = EVENTS.find((e) => e.value === asked.event)?.label ?? "";
  const visitors = asked.event === "view" ? "Visitors" : `Visitors, ${what}`;
  if (dialog === "ladder") return visitors;
  const who = dialog === "site" ? visitors : dialog === "profile" ? `Engaged with ${subject}` : subject;
  return `${who}, ${asked.days} days`;
}

/** The sources by rule to be made, one for each part. */
export function ordersOf(
  dialog: Exclude<SourceDialog, "ladder">,
  asked: Asked,
  called: string,
  accountId: string,
  subject: string | undefined,
): Schemas["SourceBody"][] {
  return partsOf(dialog, asked).map((part) => ({
    accountId,
    name: part.words ? `${called}, ${part.words}` : called,
    kind: KINDS[dialog],
    event: part.event,
    subject: dialog === "site" ? null : (subject ?? null),
    percent: part.percent,
    fromDay: 0,
    toDay: asked.days ?? 0,
  }));
}
