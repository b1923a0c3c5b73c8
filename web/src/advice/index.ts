export { doing } from "./model";
export { PlaybookRules } from "./PlaybookRules";
