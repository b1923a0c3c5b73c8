import { ask, at, type Schemas } from "./client";

export type PostView = Schemas["PostView"];

/** Posts of the client’s profiles; they are asked of the networks once an hour. */
export const postsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/posts", at({ clientId }), { staleTime: 30_000 });

/** Those that a rule of the client proposes as ads. */
export const proposedQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/posts/proposed", at({ clientId }));

/** A small picture of what a post shows. */
export function postStillUrl(clientId: string, post: PostView): string {
  const [client, account, id] = [clientId, post.accountId, post.id].map(encodeURIComponent);
  return `/api/clients/${client}/posts/${account}/${id}/still`;
}

/** Why a rule proposes a post. */
export function proposedWords(post: PostView): string {
  const seen = post.views ?? post.engagements;
  return seen ? didWellWords(seen) : "";
}

export function didWellWords(seen: { times: number; above: number; of: number }): string {
  return `${seen.times.toFixed(1)} × what is usual, more than ${seen.above} of ${seen.of} others. A rule of yours proposes it.`;
}
