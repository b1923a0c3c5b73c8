/** A number as a dot on the interval it lies in with a certainty of 95 %. */
export function Interval(props: {
  value: number | null | undefined;
  low: number | null | undefined;
  high: number | null | undefined;
  span: { from: number; to: number };
  tone: "ahead" | "behind" | "between";
  words: string;
}) {
  const { value, span } = props;
  if (value == null) return <span className="note">–</span>;
  const at = (v: number) => `${(100 * (v - span.from)) / (span.to - span.from)}%`;
  const low = props.low ?? value;
  const high = props.high ?? span.to;
  return (
    <span className={`interval ${props.tone}`} role="img" aria-label={props.words} title={props.words}>
      <i style={{ left: at(low), width: `calc(${at(high)} - ${at(low)})` }} />
      <u style={{ left: at(value) }} />
    </span>
  );
}
