import { useQuery } from "@tanstack/react-query";
import { DatePicker, Select } from "antd";
import dayjs from "dayjs";
import { paceQuery } from "../api/results";
import { THE_DAYS_BEFORE, otherDays, theDays } from "./model";
import type { Look } from "./useLook";
import { shortDayFormat } from "../look/typedDays";

const OTHER_DAYS = "days";
const ISO = "YYYY-MM-DD";

/** What the results are held against: the days before, any other days, or another campaign. */
export function Beside(props: {
  clientId: string;
  campaignId: string | undefined;
  look: Look;
  /** The last day there is anything of. */
  last: string | null | undefined;
  onChange: (beside: string | undefined) => void;
}) {
  const { look, onChange } = props;
  const ran = useQuery(paceQuery(props.clientId)).data ?? [];
  const days = otherDays(look.beside);
  const campaigns = props.campaignId ? ran.filter((c) => c.campaignId !== props.campaignId) : [];
  const choose = (value: string | undefined) => {
    if (value !== OTHER_DAYS) return onChange(value);
    const to = look.from ? dayjs(look.from).subtract(1, "day") : dayjs(props.last);
    onChange(theDays(to.subtract(6, "day").format(ISO), to.format(ISO)));
  };
  return (
    <>
      <Select
        size="small"
        allowClear
        aria-label="Beside"
        placeholder="beside…"
        className="results-beside"
        popupMatchSelectWidth={260}
        value={days ? OTHER_DAYS : (look.beside ?? null)}
        options={[
          {
            value: THE_DAYS_BEFORE,
            label: "as many days before",
            disabled: !look.from || !look.to,
            title: look.from && look.to ? undefined : "Choose the days first",
          },
          { value: OTHER_DAYS, label: "other days" },
          ...(campaigns.length > 0
            ? [
                {
                  label: "another campaign",
                  options: campaigns.map((c) => ({ value: c.campaignId, label: c.name })),
                },
              ]
            : []),
        ]}
        onChange={choose}
      />
      {days && (
        <DatePicker.RangePicker
          size="small"
          aria-label="Days beside"
          className="results-days"
          format={shortDayFormat()}
          allowClear={false}
          value={[dayjs(days[0]), dayjs(days[1])]}
          onChange={(range) =>
            range?.[0] && range[1] && onChange(theDays(range[0].format(ISO), range[1].format(ISO)))
          }
        />
      )}
    </>
  );
}
