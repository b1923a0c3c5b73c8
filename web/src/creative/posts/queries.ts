import { at, send, type Schemas } from "../../api/client";

export type PostRef = Schemas["Ref"];
export type PostRule = Schemas["PostRule"];

export const takePosts = (clientId: string, posts: PostRef[]) =>
  send("post", "/api/clients/{clientId}/posts/taken", at({ clientId }, { posts }));

export const setAside = (clientId: string, { accountId, id }: PostRef, aside: boolean) =>
  send(
    "put",
    "/api/clients/{clientId}/posts/{accountId}/{id}/aside",
    at({ clientId, accountId, id }, { aside }),
  );

export const addRule = (clientId: string, rule: PostRule) =>
  send("post", "/api/clients/{clientId}/posts/rules", at({ clientId }, rule));

export const removeRule = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/posts/rules/{id}", at({ clientId, id }));
