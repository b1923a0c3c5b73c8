import { Slider } from "antd";
import { stripUrl } from "../../api/creatives";
import { moment, STRIP } from "./model";

/** A video as twelve pictures, and what is chosen of it: a piece, or a moment. */
export function Strip(props: {
  clientId: string;
  sha: string;
  seconds: number;
  label: string;
  value: [number, number] | number;
  onChange: (value: number[]) => void;
}) {
  const { value, seconds } = props;
  const tooltip = { formatter: (s?: number) => moment(s ?? 0) };
  const shared = { min: 0, max: Math.floor(seconds * 10) / 10, step: 0.1, tooltip };
  return (
    <div className="strip">
      <img
        src={stripUrl(props.clientId, props.sha)}
        alt={`${STRIP} pictures of it, from its beginning to its end`}
      />
      {typeof value === "number" ? (
        <Slider
          {...shared}
          ariaLabelForHandle={props.label}
          value={value}
          onChange={(s) => props.onChange([s])}
        />
      ) : (
        <Slider
          {...shared}
          range
          ariaLabelForHandle={[`${props.label} begins`, `${props.label} ends`]}
          value={value}
          onChange={props.onChange}
        />
      )}
    </div>
  );
}
