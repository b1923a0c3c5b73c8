import { ask, at, CAMPAIGN, type RowPath, type Schemas } from "../../../api/client";

export type Variable = Schemas["VariableOffer"]["variable"];
export type Offer = Schemas["VariableOffer"];
export type SplitBody = Schemas["SplitBody"];
export type Share = SplitBody["share"];

/** How ages are cut: into so many even bands, before ages of one's own, or as the network has them. */
export type AgeCut = "even" | "own" | "network";

/** The values chosen of each variable, in the order in which the rows vary. */
export interface Choices {
  order: Variable[];
  codes: Partial<Record<Variable, string[]>>;
  cut: AgeCut;
  bands: number;
  cuts: string;
}

export const NO_CHOICES: Choices = { order: [], codes: {}, cut: "even", bands: 6, cuts: "" };

/** Adds a variable with all its values, or takes it out. */
export function withVariable(choices: Choices, offer: Offer, on: boolean): Choices {
  return {
    ...choices,
    order: on ? [...choices.order, offer.variable] : choices.order.filter((v) => v !== offer.variable),
    codes: on ? { ...choices.codes, [offer.variable]: offer.choices.map((c) => c.code) } : choices.codes,
  };
}

/** What is asked of the server; undefined while nothing, or an empty variable, is chosen. */
export function bodyOf(choices: Choices, share: Share): SplitBody | undefined {
  const by = choices.order.map((variable) => {
    const codes = choices.codes[variable] ?? [];
    if (variable !== "AGE" || choices.cut === "network") return { variable, codes };
    if (choices.cut === "even") return { variable, bands: choices.bands };
    return { variable, cuts: (choices.cuts.match(/\d+/g) ?? []).map(Number) };
  });
  const empty = by.some((b) => b.codes?.length === 0);
  return by.length === 0 || empty ? undefined : { by, share };
}

/** "age", "age and gender", "age, place and gender". */
export function listed(words: string[]): string {
  const last = words.at(-1) ?? "";
  return words.length < 2 ? last : `${words.slice(0, -1).join(", ")} and ${last}`;
}

export const splitOptionsQuery = (path: RowPath) =>
  ask.queryOptions("get", `${CAMPAIGN}/rows/{rowId}/split-options`, at(path));

export const splitPreviewQuery = (path: RowPath, body: SplitBody | undefined) =>
  ask.queryOptions(
    "post",
    `${CAMPAIGN}/rows/{rowId}/split-preview`,
    at(path, body ?? { by: [], share: "EACH" }),
    { enabled: !!body, retry: false },
  );
