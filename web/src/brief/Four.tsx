import { DatePicker, InputNumber } from "antd";
import dayjs from "dayjs";
import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { count, day, money, plural } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { daysOf, later, resultWords, type Unknown } from "./model";
import type { Brief } from "./queries";
import { dayFormats } from "../look/typedDays";

/** What was worked out so far, as if it had been typed, when another of the four is to be worked out. */
function adopted(brief: Brief, sums: Schemas["Sums"] | undefined): Partial<Brief> {
  if (!sums) return {};
  switch (brief.unknown) {
    case "MONEY":
      return { moneyMinor: sums.moneyMinor };
    case "DAYS":
      return { lastDay: later(brief.startsOn, sums.days - 1) };
    case "ROWS":
      return { rows: sums.rows };
    case "TARGET":
      return { targetMinor: sums.targetMinor };
  }
}

/** Money, days, rows and target: three are typed, the fourth is worked out. */
export function Four({
  brief,
  sums,
  onChange,
}: {
  brief: Brief;
  sums: Schemas["Sums"] | undefined;
  onChange: (part: Partial<Brief>) => void;
}) {
  const { currency } = brief;
  const part = (
    unknown: Unknown,
    words: string,
    typed: ReactNode,
    found: string | undefined,
    note: string,
  ) => {
    const sought = brief.unknown === unknown;
    return (
      <div className={`part ${sought ? "sought" : ""}`} role="group" aria-label={words}>
        <div className="name">{words}</div>
        {sought ? <b className="found">{found ?? "not possible"}</b> : typed}
        <div className="note">
          {sought ? (
            note
          ) : (
            <button className="link" onClick={() => onChange({ ...adopted(brief, sums), unknown })}>
              Work this out
            </button>
          )}
        </div>
      </div>
    );
  };
  return (
    <div className="four">
      {part(
        "MONEY",
        "Money",
        <MoneyInput
          label="Money"
          minor={brief.moneyMinor}
          {...{ currency }}
          onChange={(minor) => onChange({ moneyMinor: minor ?? 0 })}
        />,
        sums && money(sums.moneyMinor, currency),
        "for all rows and days",
      )}
      {part(
        "DAYS",
        "Days",
        <DatePicker.RangePicker
          aria-label="Days"
          allowClear={false}
          style={{ width: 216 }}
          format={dayFormats()}
          separator="to"
          suffixIcon={null}
          value={[dayjs(brief.startsOn), dayjs(brief.lastDay)]}
          onChange={(days) => {
            if (days?.[0] && days[1]) {
              onChange({
                startsOn: days[0].format("YYYY-MM-DD"),
                lastDay: days[1].format("YYYY-MM-DD"),
              });
            }
          }}
        />,
        sums && plural(sums.days, "day"),
        sums
          ? `${day(brief.startsOn)} to ${day(later(brief.startsOn, sums.days - 1))}, at most`
          : `from ${day(brief.startsOn)}`,
      )}
      {part(
        "ROWS",
        "Rows",
        <InputNumber
          aria-label="Rows"
          style={{ width: 76 }}
          min={1}
          max={10_000}
          precision={0}
          value={brief.rows}
          onChange={(rows) => rows && onChange({ rows })}
        />,
        sums && plural(sums.rows, "row"),
        `over ${plural(daysOf(brief), "day")}, at most`,
      )}
      {part(
        "TARGET",
        `Target for a ${resultWords(brief.result, 1)}`,
        <MoneyInput
          label="Target cost"
          minor={brief.targetMinor}
          {...{ currency }}
          onChange={(minor) => onChange({ targetMinor: minor ?? 0 })}
        />,
        sums && money(sums.targetMinor, currency),
        `so that a row gets ${count(brief.resultsPerRow)}`,
      )}
    </div>
  );
}
