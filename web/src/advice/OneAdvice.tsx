import { Button, DatePicker, Input, InputNumber, Popover } from "antd";
import dayjs from "dayjs";
import { useState } from "react";
import { Opening } from "../look/Opening";
import { type Advice, type Move } from "../api/playbook";
import { networkColour } from "../look/theme";
import { costs, doing } from "./model";
import { Changes } from "../frame/Editable";
import { dayFormats } from "../look/typedDays";

/** One piece of advice: what to do, the numbers, what it costs; to take, change, put off or refuse. */
export function OneAdvice(props: {
  advice: Advice;
  on: boolean;
  onChoose: () => void;
  onTake: (move: Move, amount: number | null) => void;
  onPutOff: (until: string) => void;
  onRefuse: (reason: string) => void;
}) {
  const { advice } = props;
  const [reason, setReason] = useState("");
  const [amount, setAmount] = useState<number | null>(null);
  const changes = advice.move === "RAISE" || advice.move === "SIDEWAYS";
  return (
    <article
      className={`advice ${props.on ? "on" : ""} ${advice.perDayMinor < 0 ? "stops" : ""}`}
      aria-current={props.on}
      onMouseDown={props.onChoose}
      onFocus={props.onChoose}
    >
      <header>
        <span className="chip" style={{ "--chip": networkColour(advice.network) } as React.CSSProperties}>
          {advice.network}
        </span>{" "}
        <b>{advice.row}</b> <span className="note">of {advice.campaign}</span>
        <span className="advice-cost">{costs(advice)}</span>
      </header>
      <p className="advice-does">{doing(advice)}</p>
      <p className="advice-says">{advice.says}</p>
      <Changes>
        <div className="advice-acts">
          <Button
            type={props.on ? "primary" : "default"}
            size="small"
            onClick={() => props.onTake(advice.move, amount)}
          >
            {advice.move === "REFRESH" ? "Make one…" : "Take it"} {props.on && <kbd>↵</kbd>}
          </Button>
          {changes && (
            <label className="note">
              {advice.move === "RAISE" ? "by" : "copies"}{" "}
              <InputNumber<number>
                size="small"
                aria-label={advice.move === "RAISE" ? "Raise by per cent" : "Copies"}
                min={1}
                max={advice.move === "RAISE" ? 20 : 10}
                precision={0}
                suffix={advice.move === "RAISE" ? "%" : undefined}
                style={{ width: 74 }}
                value={amount ?? Math.round(advice.amount)}
                onChange={setAmount}
              />
            </label>
          )}
          {advice.instead.length > 0 && (
            <Opening
              menu={{
                items: advice.instead.map((move) => ({
                  key: move,
                  label: doing(advice, move),
                  onClick: () => props.onTake(move, move === "RAISE" ? 15 : null),
                })),
              }}
            >
              <Button size="small">Instead…</Button>
            </Opening>
          )}
          <Popover
            trigger="click"
            content={
              <DatePicker
                aria-label="Put off until"
                format={dayFormats()}
                defaultPickerValue={dayjs(advice.until ?? undefined)}
                onChange={(d) => d && props.onPutOff(d.format("YYYY-MM-DD"))}
              />
            }
          >
            <Button size="small">Put off…</Button>
          </Popover>
          <Popover
            trigger="click"
            content={
              <div style={{ width: 260 }}>
                <Input.TextArea
                  aria-label="Why it is refused"
                  rows={2}
                  maxLength={500}
                  placeholder="Why not? It is kept, and not told again for a week."
                  value={reason}
                  onChange={(e) => setReason(e.target.value)}
                />
                <Button
                  size="small"
                  type="primary"
                  style={{ marginTop: 6 }}
                  disabled={!reason.trim()}
                  onClick={() => props.onRefuse(reason)}
                >
                  Refuse it
                </Button>
              </div>
            }
          >
            <Button size="small">Refuse…</Button>
          </Popover>
        </div>
      </Changes>
    </article>
  );
}
