export { MeScreen } from "./MeScreen";
