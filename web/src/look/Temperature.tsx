const BARS = { COLD: 1, WARM: 2, RETARGETING: 3 } as const;
const WORDS = { COLD: "Cold", WARM: "Warm", RETARGETING: "Retargeting" } as const;

export type TemperatureCode = keyof typeof BARS;

export const temperatures = Object.keys(BARS) as TemperatureCode[];

/** Three small bars: cold one, warm two, retargeting three; with the word beside them. */
export function Temperature({ of }: { of: TemperatureCode }) {
  return (
    <span>
      <span className="temperature" aria-hidden="true">
        {[1, 2, 3].map((bar) => (
          <i key={bar} className={bar <= BARS[of] ? "on" : ""} />
        ))}
      </span>
      {WORDS[of]}
    </span>
  );
}
