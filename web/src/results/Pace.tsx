import type { Schemas } from "../api/client";
import { money } from "../look/format";

const STAND_WORDS = {
  TOO_EARLY: "too early to say",
  ON_PACE: "on pace",
  SLOW: "slow",
  FAST: "fast",
} as const;

/** What was spent as a bar in the planned money, with a mark where it should be by now. */
export function Pace({ pace, currency }: { pace: Schemas["PaceView"]; currency: string }) {
  const of = (minor: number) => `${Math.min(100, (100 * minor) / Math.max(1, pace.plannedMinor))}%`;
  return (
    <div className={`pace-line ${pace.stand.toLowerCase()}`}>
      <span
        className="pace-bar"
        role="img"
        aria-label={`${money(pace.spentMinor, currency)} spent, ${money(pace.dueMinor, currency)} due`}
      >
        <i style={{ width: of(pace.spentMinor) }} />
        <u style={{ left: of(pace.dueMinor) }} />
      </span>
      <b className="number">{money(pace.spentMinor, currency)}</b>
      <span>{STAND_WORDS[pace.stand]}</span>
    </div>
  );
}
