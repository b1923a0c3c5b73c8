import { DatePicker, Segmented, Select } from "antd";
import dayjs from "dayjs";
import { Several } from "../look/Several";
import { plural } from "../look/format";
import { Beside } from "./Beside";
import { PEOPLE, titled, type Offer } from "./model";
import type { Look } from "./useLook";
import { shortDayFormat } from "../look/typedDays";

const QUICK = [
  { value: "ROW", label: "Row" },
  { value: "CREATIVE", label: "Creative" },
  { value: "AD", label: "Ad" },
  { value: "DAY", label: "Day" },
  { value: "age,gender", label: "Age × gender" },
  { value: "placement", label: "Placement" },
];

/** By what, of which days, which number and which columns. */
export function LookBar(props: {
  clientId: string;
  offer: Offer;
  look: Look;
  set: (more: Record<string, string | undefined>) => void;
  columns: string[];
  /** Undefined while the columns are the usual ones. */
  onUsual: (() => void) | undefined;
  onColumns: (codes: string[]) => void;
  /** Where it is about one campaign, which has one temperature. */
  campaignId: string | undefined;
}) {
  const { offer, look, set, columns } = props;
  const options = (of: Offer["tokens"]) => of.map((t) => ({ value: t.by, label: titled(t.words) }));
  const numbers = offer.metrics.map((m) => ({ value: m.code, label: titled(m.words) }));
  return (
    <div className="results-controls">
      <Segmented
        size="small"
        aria-label="Numbers by"
        options={QUICK}
        value={look.by.join(",")}
        onChange={(v) => set({ by: v, as: v.includes(",") ? "field" : undefined })}
      />
      <Several
        size="small"
        maxCount={2}
        aria-label="By one or two of"
        className="results-by"
        value={look.by}
        options={[
          { label: "Of the name and the plan", options: options(offer.tokens) },
          { label: "Time", options: options(offer.times) },
          { label: "As networks break it down", options: options(offer.breakdowns) },
        ]}
        onChange={(v: string[]) => v.length > 0 && set({ by: v.join(",") })}
      />
      {look.by.length === 2 && (
        <Segmented
          size="small"
          aria-label="Lines or field"
          options={[
            { value: "lines", label: "Lines" },
            { value: "field", label: "Field" },
          ]}
          value={look.asField ? "field" : "lines"}
          onChange={(v) => set({ as: v === "field" ? "field" : undefined })}
        />
      )}
      <DatePicker.RangePicker
        size="small"
        aria-label="Days"
        className="results-days"
        format={shortDayFormat()}
        allowEmpty={[true, true]}
        value={[look.from ? dayjs(look.from) : null, look.to ? dayjs(look.to) : null]}
        placeholder={[shortDay(offer.first), shortDay(offer.last)]}
        onChange={(range) =>
          set({ from: range?.[0]?.format("YYYY-MM-DD"), to: range?.[1]?.format("YYYY-MM-DD") })
        }
      />
      <Beside
        clientId={props.clientId}
        campaignId={props.campaignId}
        look={look}
        last={offer.last}
        onChange={(beside) => set({ beside })}
      />
      {!props.campaignId && (
        <Select
          size="small"
          allowClear
          aria-label="Temperature"
          placeholder="every temperature"
          value={look.temperature ?? null}
          options={[
            { value: "COLD", label: "cold" },
            { value: "WARM", label: "warm" },
            { value: "RETARGETING", label: "retargeting" },
          ]}
          onChange={(v?: string) => set({ temperature: v })}
        />
      )}
      <Select
        size="small"
        aria-label="Number drawn"
        className="results-number"
        value={look.number}
        options={numbers}
        onChange={(v) => set({ number: v })}
      />
      {!look.asField && (
        <Segmented
          size="small"
          aria-label="Drawn"
          options={[
            { value: "days", label: "over days" },
            { value: "bars", label: "as bars" },
          ]}
          value={look.asBars ? "bars" : "days"}
          onChange={(v) => set({ drawn: v === "bars" ? "bars" : undefined })}
        />
      )}
      <Several
        size="small"
        aria-label="Columns"
        className="results-columns"
        maxTagCount={0}
        maxTagPlaceholder={() => plural(columns.length, "column")}
        value={columns}
        options={[...numbers, ...PEOPLE.map((p) => ({ value: p.code, label: titled(p.words) }))]}
        onChange={props.onColumns}
      />
      {props.onUsual && (
        <button className="link" onClick={props.onUsual}>
          usual columns
        </button>
      )}
    </div>
  );
}

function shortDay(day: string | null | undefined): string {
  return day ? dayjs(day).format("D MMM") : "";
}
