export { draftOfSent, type Medium } from "./model";
export { OnPlacement } from "./Preview";
