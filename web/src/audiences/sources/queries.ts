import { Problem, type Schemas, ask, at, send, sendStream } from "../../api/client";

export type Source = Schemas["Source"];
export type ListFormat = Schemas["ListFormat"];

/** A source as its networks tell it now. */
export const sourceQuery = (clientId: string, id: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/sources/{id}", at({ clientId, id }), {
    staleTime: 20_000,
  });

export const traitsQuery = (clientId: string, id: string, accountId: string, country: string) =>
  ask.queryOptions(
    "get",
    "/api/clients/{clientId}/sources/{id}/traits",
    { params: { path: { clientId, id }, query: { accountId, country } } },
    { staleTime: 5 * 60_000 },
  );

export const addSource = (clientId: string, body: Schemas["SourceBody"]) =>
  send("post", "/api/clients/{clientId}/sources", at({ clientId }, body));

export const addLadder = (clientId: string, body: Schemas["LadderBody"]) =>
  send("post", "/api/clients/{clientId}/sources/ladder", at({ clientId }, body));

export const renameSource = (clientId: string, id: string, name: string) =>
  send("put", "/api/clients/{clientId}/sources/{id}", at({ clientId, id }, { name }));

export const removeSource = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/sources/{id}", at({ clientId, id }));

const GUESSED_BYTES = 512 * 1024;

/** The largest list the server takes. */
const MOST_BYTES = 300_000_000;

/** How a list is written, by its beginning. */
export function guessList(clientId: string, file: File, country: string): Promise<Schemas["Guess"]> {
  if (file.size > MOST_BYTES) {
    return Promise.reject(
      new Problem(413, "The file is larger than 300 MB. Leave out columns that are not needed."),
    );
  }
  const path = `/api/clients/${clientId}/sources/lists/guess?country=${country}`;
  return sendStream<Schemas["Guess"]>(path, file.slice(0, GUESSED_BYTES)).done;
}

/** Sends a whole list; what is sent so far is told, and stopping stops the import. */
export function importList(
  clientId: string,
  file: File,
  list: { name: string; accountIds: string[]; country: string; format: ListFormat },
  onSent: (share: number) => void,
) {
  const query = new URLSearchParams({
    name: list.name,
    country: list.country,
    encoding: list.format.encoding,
    delimiter: list.format.delimiter,
    header: String(list.format.header),
    email: String(list.format.email),
    phone: String(list.format.phone),
  });
  list.accountIds.forEach((id) => query.append("accountIds", id));
  return sendStream<Source>(`/api/clients/${clientId}/sources/lists?${query}`, file, onSent);
}

/** Takes away a list that is still being sent. */
export async function stopSending(clientId: string, name: string): Promise<void> {
  const sources = await send("get", "/api/clients/{clientId}/sources", at({ clientId }));
  const unfinished = sources.find((s) => s.name === name && s.state !== "READY");
  if (unfinished) await removeSource(clientId, unfinished.id);
}
