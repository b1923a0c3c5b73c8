export { AgencyScreen } from "./AgencyScreen";
