export { BriefScreen as default } from "./BriefScreen";
