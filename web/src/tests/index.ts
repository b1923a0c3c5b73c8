export { SetUpTest } from "./SetUpTest";
export { inShort } from "./model";
