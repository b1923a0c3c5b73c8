export { Tests } from "./Tests";
