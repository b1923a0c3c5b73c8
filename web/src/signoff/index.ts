export { COVER_WORDS, mayGo, SignOffBand } from "./SignOffBand";
export { openAt } from "./model";
export { PlanComments } from "./PlanComments";
