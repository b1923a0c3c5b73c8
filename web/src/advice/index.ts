export { AdviceScreen } from "./AdviceScreen";
