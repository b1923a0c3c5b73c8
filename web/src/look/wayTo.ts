import type { Schemas } from "../api/client";

type Place = Schemas["Place"];

const PATTERNS: Record<string, string> = {
  campaignPattern: "campaigns",
  adGroupPattern: "ad-groups",
  adPattern: "ads",
};

/** The address of the input that mends what was found at a place. */
export function wayTo(clientId: string, planId: string, place: Place): string {
  const { campaignId, rowId, columnId, audienceId, creativeId, scriptId, field } = place;
  const client = `/c/${clientId}`;
  if (scriptId) return `${client}/forms/${scriptId}`;
  if (creativeId) return `${client}/creative/${creativeId}?field=${field}`;
  if (audienceId) return `${client}/audiences/${audienceId}?field=${field}`;
  const pattern = PATTERNS[field];
  if (pattern) return `${client}/rules/${pattern}`;
  const ad = rowId ? `ad=${rowId}/${columnId ?? ""}&` : "";
  return `${client}/plan/${planId}/${campaignId}?${ad}field=${field}`;
}

/** The place on a sheet that an address names; undefined where it names none. */
export function placeOf(campaignId: string, search: URLSearchParams): Place | undefined {
  const field = search.get("field");
  if (!field) return undefined;
  const [rowId, columnId] = (search.get("ad") ?? "").split("/");
  return { campaignId, field, ...(rowId ? { rowId } : {}), ...(columnId ? { columnId } : {}) };
}
