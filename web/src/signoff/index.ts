export { COVER_WORDS, SignOffBand } from "./SignOffBand";
