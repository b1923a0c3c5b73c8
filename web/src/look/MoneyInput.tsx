import { InputNumber } from "antd";
import { decimals, decimalSign, units } from "./format";

/** Money typed in whole units and given in minor ones. */
export function MoneyInput(props: {
  label: string;
  minor: number | null;
  currency: string;
  width?: number;
  disabled?: boolean;
  empty?: string;
  /** Whether it is what is typed first. */
  first?: boolean;
  onChange: (minor: number | null) => void;
}) {
  const digits = decimals(props.currency);
  return (
    <InputNumber<number>
      aria-label={props.label}
      style={{ width: props.width ?? 116 }}
      suffix={props.currency}
      autoFocus={props.first ?? false}
      onFocus={(e) => e.target.select()}
      controls={false}
      min={0}
      max={1_000_000_000}
      precision={digits}
      decimalSeparator={decimalSign()}
      disabled={props.disabled ?? false}
      placeholder={props.empty ?? ""}
      value={props.minor === null ? null : units(props.minor, props.currency)}
      onChange={(whole) => props.onChange(whole === null ? null : Math.round(whole * 10 ** digits))}
    />
  );
}
