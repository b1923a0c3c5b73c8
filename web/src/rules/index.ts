export { Rules as default } from "./Rules";
