import { type Schemas, ask, at, send } from "../api/client";

export const sessionsQuery = ask.queryOptions("get", "/api/me/sessions");

export const tokensQuery = ask.queryOptions("get", "/api/me/tokens");

/** A secret for a device; a new one with each look, until one is turned on. */
export const offerQuery = ask.queryOptions(
  "get",
  "/api/me/second-factor/offer",
  {},
  { staleTime: Infinity, gcTime: 0 },
);

export const rename = (name: string) => send("put", "/api/me/name", { body: { name } });

export const changePassword = (body: Schemas["PasswordBody"]) => send("put", "/api/me/password", { body });

export const turnOn = (body: Schemas["TurnOnBody"]) => send("put", "/api/me/second-factor", { body });

export const newCodes = (password: string) =>
  send("post", "/api/me/second-factor/codes", { body: { password } });

export const turnOff = (password: string) =>
  send("post", "/api/me/second-factor/off", { body: { password } });

export const endSession = (sessionId: string) =>
  send("delete", "/api/me/sessions/{sessionId}", at({ sessionId }));

export const makeToken = (body: Schemas["TokenBody"]) => send("post", "/api/me/tokens", { body });

export const endToken = (token: string) => send("delete", "/api/me/tokens/{token}", at({ token }));
