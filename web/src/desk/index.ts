export { Clients } from "./Clients";
export { Desk } from "./Desk";
