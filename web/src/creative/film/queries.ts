import { type Schemas, ask, at, send, sendStream } from "../../api/client";

export type Film = Schemas["Film"];
export type Shot = Schemas["Shot"];
export type FilmFit = Schemas["FilmFit"];
export type KeptFilm = Schemas["FilmView"];
export type Brand = Schemas["Brand"];
export type Mark = Schemas["ClientMark"];
export type Job = Schemas["MediaJob"];
export type Sound = Schemas["Sound"];

const ASKED_EVERY_MS = 700;

export const isOpen = (job: Job) => job.state === "WAITING" || job.state === "RUNNING";

export const filmsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/films", at({ clientId }));

export const brandQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/look", at({ clientId }));

export const soundsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/sounds", at({ clientId }));

/** What is being made; asked again while anything is. */
export const jobsQuery = (clientId: string) =>
  ask.queryOptions("get", "/api/clients/{clientId}/media/jobs", at({ clientId }), {
    refetchInterval: (query: { state: { data?: Job[] } }) =>
      query.state.data?.some(isOpen) ? ASKED_EVERY_MS : false,
  });

export const fitQuery = (clientId: string, film: Film) =>
  ask.queryOptions("post", "/api/clients/{clientId}/films/look", at({ clientId }, film), {
    staleTime: 60_000,
  });

export const addFilm = (clientId: string, name: string, film: Film) =>
  send("post", "/api/clients/{clientId}/films", at({ clientId }, { version: 0, name, film }));

export const keepFilm = (clientId: string, id: string, body: Schemas["FilmBody"]) =>
  send("put", "/api/clients/{clientId}/films/{id}", at({ clientId, id }, body));

export const removeFilm = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/films/{id}", at({ clientId, id }));

export const makeFilm = (clientId: string, id: string) =>
  send("post", "/api/clients/{clientId}/films/{id}/made", at({ clientId, id }));

export const stopJob = (clientId: string, id: string) =>
  send("delete", "/api/clients/{clientId}/media/jobs/{id}", at({ clientId, id }));

export const readCaptions = (clientId: string, file: string) =>
  send("post", "/api/clients/{clientId}/films/captions", at({ clientId }, { file }));

export const spokenCaptions = (clientId: string, script: string, language: string, seconds: number) =>
  send("post", "/api/clients/{clientId}/films/script", at({ clientId }, { script, language, seconds }));

export const keepBrand = (clientId: string, brand: Brand) =>
  send("put", "/api/clients/{clientId}/look", at({ clientId }, brand));

export const addSound = (clientId: string, file: File) =>
  sendStream<Sound>(
    `/api/clients/${encodeURIComponent(clientId)}/sounds?name=${encodeURIComponent(file.name)}`,
    file,
  ).done;

export const removeSound = (clientId: string, sha: string) =>
  send("delete", "/api/clients/{clientId}/sounds/{sha}", at({ clientId, sha }));

export const setPoster = (clientId: string, sha: string, body: Schemas["PosterBody"]) =>
  send("put", "/api/clients/{clientId}/media/{sha}/poster", at({ clientId, sha }, body));

export const markPicture = (clientId: string, sha: string, mark: Mark) =>
  send("post", "/api/clients/{clientId}/media/{sha}/marked", at({ clientId, sha }, mark));

export const soundUrl = (clientId: string, sha: string) =>
  `/api/clients/${encodeURIComponent(clientId)}/sounds/${sha}/content`;
