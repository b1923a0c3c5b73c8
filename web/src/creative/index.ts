export { draftOfSent, type Medium } from "./model";
export { OnPlacement } from "./Preview";
export { useCreativesOf } from "./useCreativesOf";
export { useFileDrop } from "./useUpload";
