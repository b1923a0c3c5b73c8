import type { Schemas } from "../../api/client";

type Plan = Schemas["PlanView"];
type Campaign = Schemas["CampaignView"];

const PARTS = {
  COLUMNS: "columns",
  EXCLUDED: "excluded",
  AD_STATES: "adStates",
  FINDINGS: "findings",
  SILENCED: "silenced",
} as const;

/** The whole plan of an answer that tells only what differs from the plan that was held when it was asked for. */
export function whole(before: Plan | undefined, answer: Plan): Plan {
  return {
    ...answer,
    campaigns: answer.campaigns.map((c) => {
      const was = c.left && before?.campaigns.find((b) => b.id === c.id);
      return was ? filled(was, c) : c;
    }),
  };
}

function filled(before: Campaign, told: Campaign): Campaign {
  const left = told.left;
  if (!left) return told;
  const rows = new Map([...before.rows, ...told.rows].map((r) => [r.id, r]));
  const ids = left.rowIds ?? before.rows.map((r) => r.id);
  const parts = Object.fromEntries(left.parts.map((p) => [PARTS[p], before[PARTS[p]]]));
  return { ...told, ...parts, rows: ids.flatMap((id) => rows.get(id) ?? []), left: null };
}
