export type { Draft, Format, Medium } from "./model";
export { OnPlacement } from "./Preview";
