import { ask, at, type Schemas, send, sendStream } from "../../api/client";

export type Collection = Schemas["FeedbackCollection"];
export type Found = Schemas["FoundPhrase"];
export type Feeling = Found["feeling"];
export type Columns = Schemas["Columns"];
export type Guess = Schemas["TableGuess"];

const AGAIN_MS = 700;
const DONE = 100;

/** The client's collections; asked again while phrases are still sought in them. */
export const feedbackQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/feedback", at({ clientId }), {
    refetchInterval: (query: { state: { data?: Schemas["FeedbackView"] | undefined } }) =>
      (query.state.data?.percent ?? DONE) < DONE ? AGAIN_MS : false,
  });

export const foundQuery = (clientId: string, language: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/feedback/phrases", {
    params: { path: { clientId }, query: { language } },
  });

export const guessFeedback = (clientId: string, file: File) =>
  sendStream<Guess>(`/api/clients/${encodeURIComponent(clientId)}/feedback/guess`, file).done;

export function takeFeedback(
  clientId: string,
  file: File,
  how: { name: string; kind: Collection["kind"] } & Columns,
  onSent: (share: number) => void,
) {
  const given = Object.entries(how).filter((e): e is [string, string] => !!e[1]);
  const query = new URLSearchParams(given);
  return sendStream<Schemas["FeedbackView"]>(
    `/api/clients/${encodeURIComponent(clientId)}/feedback?${query}`,
    file,
    onSent,
  );
}

export const takeAnswers = (clientId: string, body: Schemas["AnswersBody"]) =>
  send("post", "/api/clients/{clientId}/feedback/answers", at({ clientId }, body));

export const removeFeedback = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/feedback/{id}", at({ clientId, id }));
