export { MoneyOfDay } from "./MoneyOfDay";
export { toldOf, type NeedTold } from "./words";
export { URGENCIES } from "./words";
export { useHide } from "./useHide";
