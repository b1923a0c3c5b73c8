export { Aspects } from "./Aspects";
export { beneath, between, change, figure, titled } from "./model";
