export { draftOfSent, type Medium } from "./model";
export { OnPlacement } from "./Preview";
export { useCreativeLike } from "./useCreativeLike";
export { useCreativesOf } from "./useCreativesOf";
export { useFileDrop } from "./useUpload";
