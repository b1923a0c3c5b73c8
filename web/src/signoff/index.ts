export { COVER_WORDS, SignOffBand } from "./SignOffBand";
export { openAt } from "./model";
export { PlanComments } from "./PlanComments";
