export { Launch as default } from "./Launch";
