export { Audiences as default } from "./Audiences";
