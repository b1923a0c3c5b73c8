import { create } from "zustand";
import type { DistanceUnit } from "./model";

const KEY = "distance-unit";

/** Kilometres or miles, as this buyer wants distances on this machine. */
export const useDistanceUnit = create<{ unit: DistanceUnit; choose: (unit: DistanceUnit) => void }>(
  (set) => ({
    unit: localStorage.getItem(KEY) === "mi" ? "mi" : "km",
    choose: (unit) => {
      localStorage.setItem(KEY, unit);
      set({ unit });
    },
  }),
);
