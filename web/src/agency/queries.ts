import { type Schemas, ask, at, send } from "../api/client";
import { addMedium } from "../api/creatives";

/** Of the width of what it stands on, until somebody chooses another. */
const LOGO_SHARE = 0.2;

export type Colleague = Schemas["ColleagueView"];
export type AgencyClient = Schemas["AgencyClientView"];

export const colleaguesQuery = ask.queryOptions("get", "/api/agency/people");

export const trainingQuery = ask.queryOptions("get", "/api/agency/training");

export const deedsQuery = ask.queryOptions("get", "/api/agency/trail/deeds", {}, { staleTime: Infinity });

export const invite = (body: Schemas["InviteBody"]) => send("post", "/api/agency/people", { body });

export const linkFor = (personId: string) =>
  send("post", "/api/agency/people/{personId}/link", at({ personId }));

export const changePerson = (personId: string, body: Schemas["ColleagueBody"]) =>
  send("put", "/api/agency/people/{personId}", at({ personId }, body));

export const setPart = (personId: string, client: string, part: Schemas["RoleBody"]) =>
  send("put", "/api/agency/people/{personId}/clients/{client}", at({ personId, client }, part));

export const takeSecondFactorOff = (personId: string) =>
  send("delete", "/api/agency/people/{personId}/second-factor", at({ personId }));

export const takeOn = (body: Schemas["ClientBody"]) => send("post", "/api/agency/clients", { body });

export const changeClient = (client: string, body: Schemas["ClientBody"]) =>
  send("put", "/api/agency/clients/{client}", at({ client }, body));

export const changeAgency = (body: Schemas["Agency"]) => send("put", "/api/agency", { body });

export const loadTraining = () => send("post", "/api/agency/training");

export const removeTraining = () => send("delete", "/api/agency/training");

export interface Sought {
  person: string | null;
  client: string | null;
  deed: string | null;
  from: string | null;
  to: string | null;
}

/** What is sought, as the address of a question has it. */
export function soughtParams(sought: Sought): Record<string, string> {
  const given = Object.entries(sought).filter((e): e is [string, string] => e[1] !== null);
  // Days are whole ones, by the clock of the server.
  return Object.fromEntries(
    given.map(([name, value]) => [
      name,
      name === "from" ? `${value}T00:00:00Z` : name === "to" ? `${value}T23:59:59.999Z` : value,
    ]),
  );
}

export const trailPage = (sought: Sought, before: number | null) =>
  ask.queryOptions("get", "/api/agency/trail", {
    params: { query: { ...soughtParams(sought), ...(before === null ? {} : { before }) } },
  });

/** What would go with a client. */
export const meansQuery = (client: string) =>
  ask.queryOptions("get", "/api/agency/clients/{client}/means", at({ client }));

export const erasuresQuery = ask.queryOptions("get", "/api/agency/erasures");

export const removeClient = (client: string) =>
  send("delete", "/api/agency/clients/{client}", at({ client }));

export const bringBack = (client: string) =>
  send("post", "/api/agency/clients/{client}/back", at({ client }));

export const eraseClient = (client: string, name: string) =>
  send("post", "/api/agency/clients/{client}/erased", at({ client }, { name }));

/** Puts a picture on the client's shelf and makes it its mark, beside its colours as they are. */
export async function putLogo(clientId: string, file: File): Promise<void> {
  const { sha256 } = await addMedium(clientId, file).done;
  const look = await send("get", "/api/clients/{clientId}/look", at({ clientId }));
  const mark = look.mark ?? { corner: "BOTTOM_RIGHT" as const, share: LOGO_SHARE };
  await send(
    "put",
    "/api/clients/{clientId}/look",
    at({ clientId }, { ...look, mark: { ...mark, sha256, words: "" } }),
  );
}
