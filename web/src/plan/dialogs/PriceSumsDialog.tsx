import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { InputNumber, Modal } from "antd";
import { useState } from "react";
import { ask } from "../../api/client";
import { number } from "../../look/format";

/** What follows from the prices, numbers and rates that are known. */
const priceSumsQuery = (known: Record<string, number>) =>
  ask.queryOptions("post", "/api/price-sums", { body: { known } }, { retry: false });

const LINES: { code: string; words: string; unit: "money" | "number" | "rate" }[] = [
  { code: "MONEY", words: "Money", unit: "money" },
  { code: "IMPRESSIONS", words: "Impressions", unit: "number" },
  { code: "PER_THOUSAND", words: "A thousand impressions (CPM)", unit: "money" },
  { code: "CLICKS", words: "Clicks", unit: "number" },
  { code: "CLICK_RATE", words: "Click rate", unit: "rate" },
  { code: "PER_CLICK", words: "A click (CPC)", unit: "money" },
  { code: "RESULTS", words: "Results", unit: "number" },
  { code: "RESULT_RATE", words: "Results of clicks", unit: "rate" },
  { code: "PER_RESULT", words: "A result (CPA)", unit: "money" },
];

/** Price arithmetic: any numbers that say enough are typed, the rest follows. */
export function PriceSumsDialog(props: { currency: string; onClose: () => void }) {
  const [typed, setTyped] = useState<Record<string, number>>({});
  const sums = useQuery({
    ...priceSumsQuery(typed),
    enabled: Object.keys(typed).length > 0,
    placeholderData: keepPreviousData,
  });
  const known = sums.error || Object.keys(typed).length === 0 ? {} : (sums.data?.known ?? {});
  const set = (code: string, value: number | null) => {
    const rest = { ...typed };
    delete rest[code];
    setTyped(value === null ? rest : { ...rest, [code]: value });
  };
  return (
    <Modal open width={440} title="Reckon prices" footer={null} onCancel={props.onClose}>
      <p className="note">Type what is known; what follows from it stands beside.</p>
      <table className="price-sums">
        <tbody>
          {LINES.map((line) => {
            const factor = line.unit === "rate" ? 100 : 1;
            const value = known[line.code];
            return (
              <tr key={line.code}>
                <td>
                  <label htmlFor={`sum-${line.code}`}>{line.words}</label>
                </td>
                <td>
                  <InputNumber
                    id={`sum-${line.code}`}
                    size="small"
                    min={0}
                    controls={false}
                    style={{ width: 104 }}
                    value={line.code in typed ? (typed[line.code] ?? 0) * factor : null}
                    onChange={(v) => set(line.code, v === null ? null : v / factor)}
                  />
                </td>
                <td className="note">
                  {line.unit === "money" ? props.currency : line.unit === "rate" ? "%" : ""}
                </td>
                <td className="number">
                  {value !== undefined && !(line.code in typed) && <b>{told(value * factor, line.unit)}</b>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {sums.error && <p className="fault">{sums.error.message}</p>}
    </Modal>
  );
}

/** As many decimals as say something. */
export function told(value: number, unit: "money" | "number" | "rate"): string {
  const digits = unit === "money" ? (value < 0.1 ? 4 : 2) : value < 100 ? 2 : 0;
  return number(value, {
    minimumFractionDigits: unit === "money" ? 2 : 0,
    maximumFractionDigits: digits,
  });
}
