import { at, send, type Schemas } from "../api/client";

const ONE = "/api/clients/{clientId}/sign-offs/{signOffId}";

export interface SignOffPath {
  clientId: string;
  signOffId: string;
}

export const decide = (path: SignOffPath, approved: boolean, reason: string) =>
  send("post", `${ONE}/decision`, at(path, { approved, reason }));

export const takeBack = (path: SignOffPath) => send("delete", ONE, at(path));

export const makeLink = (path: SignOffPath, body: Schemas["GuestBody"]) =>
  send("post", `${ONE}/links`, at(path, body));

export const endLink = (path: SignOffPath, linkId: string) =>
  send("delete", `${ONE}/links/{linkId}`, at({ ...path, linkId }));

export const say = (path: SignOffPath, body: Schemas["CommentBody"]) =>
  send("post", `${ONE}/comments`, at(path, body));

export const setDone = (path: SignOffPath, commentId: string, done: boolean) =>
  send("put", `${ONE}/comments/{commentId}/done`, at({ ...path, commentId }, { done }));

export const paperUrl = ({ clientId, signOffId }: SignOffPath) =>
  `/api/clients/${encodeURIComponent(clientId)}/sign-offs/${encodeURIComponent(signOffId)}/paper`;

export const lookThrough = (secret: string) => send("post", "/api/door/sign-off", { body: { secret } });

export const enter = (secret: string, name: string) =>
  send("post", "/api/door/sign-off/entered", { body: { secret, name } });
