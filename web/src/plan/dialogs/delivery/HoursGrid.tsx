import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { weekDays } from "../../../look/weeks";
import { DAYS, painted, PRESETS } from "./hours";

interface Spot {
  day: number;
  hour: number;
}

const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

/** How far each key goes, in lines and hours. */
const STEPS: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  Home: [0, -24],
  End: [0, 24],
};

const within = (value: number, most: number) => Math.max(0, Math.min(most, value));

/**
 * The hours of a week, painted by dragging over them. By keyboard it is one stop: arrows go from hour to hour, Space switches one, and
 * Shift with arrows paints on as the hour that it sets out from is.
 */
export function HoursGrid({ week, onChange }: { week: string; onChange: (week: string) => void }) {
  const days = weekDays();
  const grid = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<Spot>({ day: days[0] ?? 0, hour: 0 });
  const [drag, setDrag] = useState<{ from: Spot; to: Spot; on: boolean }>();
  const shown = drag ? painted(week, drag.from, drag.to, drag.on) : week;
  const isOn = (spot: Spot) => week[spot.day * 24 + spot.hour] === "1";
  const spotAt = (element: Element | null): Spot | undefined => {
    const cell = element?.closest<HTMLElement>("[data-hour]");
    return cell ? { day: Number(cell.dataset.day), hour: Number(cell.dataset.hour) } : undefined;
  };
  const spotOf = (event: PointerEvent) => spotAt(document.elementFromPoint(event.clientX, event.clientY));
  const press = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (event.key === " " || event.key === "Enter") onChange(painted(week, at, at, !isOn(at)));
    else if (step) {
      const to = {
        day: days[within(days.indexOf(at.day) + step[0], 6)] ?? at.day,
        hour: within(at.hour + step[1], 23),
      };
      if (event.shiftKey) onChange(painted(week, to, to, isOn(at)));
      grid.current?.querySelector<HTMLElement>(`[data-day="${to.day}"][data-hour="${to.hour}"]`)?.focus();
    } else return;
    event.preventDefault();
  };
  return (
    <div className="hours">
      <div
        ref={grid}
        role="grid"
        aria-label="Hours of the week"
        className="hours-grid"
        data-field="hours"
        onFocus={(e) => setAt(spotAt(e.target) ?? at)}
        onKeyDown={press}
        onPointerDown={(e) => {
          const spot = spotOf(e);
          if (!spot) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          setDrag({ from: spot, to: spot, on: !isOn(spot) });
        }}
        onPointerMove={(e) => {
          const spot = drag && spotOf(e);
          if (spot) setDrag({ ...drag, to: spot });
        }}
        onPointerUp={() => {
          if (drag) {
            onChange(shown);
            setAt(drag.to);
          }
          setDrag(undefined);
        }}
      >
        <div role="row">
          <span role="columnheader" />
          {HOURS.map((hour) => (
            <small key={hour} role="columnheader" aria-label={`${hour} to ${hour + 1}`}>
              {hour % 3 === 0 ? hour : ""}
            </small>
          ))}
        </div>
        {days.map((day) => (
          <div key={day} role="row">
            <small role="rowheader" className="day">
              {DAYS[day]}
            </small>
            {HOURS.map((hour) => (
              <span
                key={hour}
                role="gridcell"
                data-day={day}
                data-hour={hour}
                tabIndex={at.day === day && at.hour === hour ? 0 : -1}
                aria-label={`${DAYS[day]} ${hour} to ${hour + 1}`}
                aria-selected={shown[day * 24 + hour] === "1"}
              />
            ))}
          </div>
        ))}
      </div>
      <div className="hours-presets">
        {PRESETS.map((p) => (
          <button key={p.words} type="button" className="link" onClick={() => onChange(p.week)}>
            {p.words}
          </button>
        ))}
      </div>
    </div>
  );
}
