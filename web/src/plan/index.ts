export { Plan as default } from "./Plan";
