import { useQuery } from "@tanstack/react-query";
import { ask } from "./client";

/** Who is signed in. */
export const sessionQuery = ask.queryOptions("get", "/api/session");

/** What the agency is called and how it writes. */
export const agencyQuery = ask.queryOptions("get", "/api/agency", {}, { staleTime: 5 * 60_000 });

export const agencyClientsQuery = ask.queryOptions("get", "/api/agency/clients");

export const ROLES = {
  BUYER: { words: "buyer", does: "does everything" },
  APPROVER: { words: "approver", does: "reads; signs off" },
  VIEWER: { words: "viewer", does: "only reads" },
} as const;

export type Role = keyof typeof ROLES;

/** Roles to choose from, with what each does. */
export const roleOptions = () =>
  (Object.keys(ROLES) as Role[]).map((value) => ({
    value,
    label: `${ROLES[value].words}: ${ROLES[value].does}`,
  }));

/** Whether the agency has moved in. It is asked for before anything is sent from a page that nobody signed in to: with it comes the token. */
export const doorQuery = ask.queryOptions("get", "/api/door", {}, { staleTime: Infinity });

/** Numbers and choices of the house; nothing until they are there. */
export const useHouse = () => useQuery(doorQuery).data?.rules;
