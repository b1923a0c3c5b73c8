export { FormsScreen as default } from "./FormsScreen";
