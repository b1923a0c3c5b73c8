/** What a change is to, and what it does, as people say it. */
export const LEVEL_WORDS = { CAMPAIGN: "campaign", AD_GROUP: "ad group", AD: "ad" } as const;
export const ACTION_WORDS = {
  CREATE: "create",
  CHANGE: "change",
  PAUSE: "pause",
  RESUME: "resume",
  REMOVE: "remove",
} as const;
