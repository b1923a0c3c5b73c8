export { Aspects } from "./Aspects";
export { beneath, between, change, figure, soughtWords, titled, type ResultLine } from "./model";
export { tableQuery } from "./queries";
