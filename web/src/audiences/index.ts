export { barLength, differencesWords } from "./model";
