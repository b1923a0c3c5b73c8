import { createContext, useContext } from "react";
import { create } from "zustand";
import { COLOURS, RANKS, STYLE, type Colours, type Look } from "./theme";

/** What a person wants: a look of their own, or the one their system asks for. */
export type LookChoice = "SYSTEM" | "LIGHT" | "DARK";

const KEPT = "look";
const dark = window.matchMedia("(prefers-color-scheme: dark)");

function chosen(): LookChoice {
  const kept = localStorage.getItem(KEPT);
  return kept === "LIGHT" || kept === "DARK" ? kept : "SYSTEM";
}

function lookOf(choice: LookChoice): Look {
  if (choice === "SYSTEM") return dark.matches ? "dark" : "light";
  return choice === "DARK" ? "dark" : "light";
}

const useStore = create<{ look: Look }>()(() => ({ look: lookOf(chosen()) }));

function wear(look: Look): void {
  document.documentElement.dataset.look = look;
  useStore.setState({ look });
}

/** The variables of both looks, and the look chosen last on this machine until it is known who is here. */
export function dress(): void {
  const style = document.createElement("style");
  style.textContent = STYLE;
  document.head.prepend(style);
  wear(lookOf(chosen()));
  dark.addEventListener("change", () => wear(lookOf(chosen())));
}

/** From now on everything looks so, here and when this machine is next opened. */
export function choose(choice: LookChoice): void {
  if (choice === chosen() && useStore.getState().look === lookOf(choice)) return;
  localStorage.setItem(KEPT, choice);
  wear(lookOf(choice));
}

/** Where something keeps a look of its own, such as what is printed. */
export const LookHere = createContext<Look | undefined>(undefined);

export function useLook(): Look {
  const worn = useStore((s) => s.look);
  return useContext(LookHere) ?? worn;
}

/** Colours as they are now, for what draws by itself. */
export function useColours(): Colours & { ranks: (typeof RANKS)[Look] } {
  const look = useLook();
  return IN_LOOK[look];
}

const IN_LOOK = {
  light: { ...COLOURS.light, ranks: RANKS.light },
  dark: { ...COLOURS.dark, ranks: RANKS.dark },
};
