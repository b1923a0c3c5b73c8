import type { NetworkFit, Placement } from "../model";

/** The most creatives on one sheet: as a picture it stays within what browsers can draw. */
export const MOST = 24;

/** Sides of pictures that browsers draw, and how sharp they are where they fit. */
const LONGEST = 16_000;
const SHARP = 2;

export interface Where {
  network: string;
  networkName: string;
  placement: Placement;
}

/** A placement among those of all networks. */
export const whereKey = (network: string, code: string) => `${network}/${code}`;

/** Placements of all networks that show any of some creatives, in the order of the networks. */
export function offered(fits: readonly (readonly NetworkFit[])[]): Map<string, Where> {
  const all = new Map<string, Where>();
  for (const networks of fits) {
    for (const n of networks) {
      for (const placement of n.placements) {
        const key = whereKey(n.network, placement.code);
        if (placement.runs && n.counts.length === 0 && !all.has(key)) {
          all.set(key, { network: n.network, networkName: n.networkName, placement });
        }
      }
    }
  }
  return all;
}

/** What a sheet begins with: the first placement of each network that shows one of them. */
export function firstOfEach(all: ReadonlyMap<string, Where>): string[] {
  const seen = new Set<string>();
  return [...all].filter(([, w]) => !seen.has(w.network) && seen.add(w.network)).map(([key]) => key);
}

/** How many pixels for one of the screen: sharp, or as many as can be drawn. */
export function sharpness(width: number, height: number): number {
  return Math.min(SHARP, LONGEST / Math.max(width, height, 1));
}
