export { barLength, differencesWords, sentence } from "./model";
