/** State of an address whose audience was just made: its name is what is typed first. */
export const MADE = { made: true };

/** @param state of the address at hand */
export const wasMade = (state: unknown): boolean => !!state && typeof state === "object" && "made" in state;
