export { SetUpTest } from "./SetUpTest";
export { nameOfCell, verdictInShort } from "./model";
