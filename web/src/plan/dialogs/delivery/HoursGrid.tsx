import { useState, type PointerEvent } from "react";
import { DAYS, painted, PRESETS } from "./hours";

interface Spot {
  day: number;
  hour: number;
}

/** The hours of a week, painted by dragging over them; each hour can be switched by keyboard too. */
export function HoursGrid({ week, onChange }: { week: string; onChange: (week: string) => void }) {
  const [drag, setDrag] = useState<{ from: Spot; to: Spot; on: boolean }>();
  const shown = drag ? painted(week, drag.from, drag.to, drag.on) : week;
  const spotOf = (event: PointerEvent): Spot | undefined => {
    const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>("[data-hour]");
    return cell ? { day: Number(cell.dataset.day), hour: Number(cell.dataset.hour) } : undefined;
  };
  return (
    <div className="hours">
      <div
        className="hours-grid"
        onPointerDown={(e) => {
          const spot = spotOf(e);
          if (!spot) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          setDrag({ from: spot, to: spot, on: week[spot.day * 24 + spot.hour] !== "1" });
        }}
        onPointerMove={(e) => {
          const spot = drag && spotOf(e);
          if (spot) setDrag({ ...drag, to: spot });
        }}
        onPointerUp={() => {
          if (drag) onChange(shown);
          setDrag(undefined);
        }}
      >
        <span />
        {Array.from({ length: 24 }, (_, hour) => (
          <small key={hour}>{hour % 3 === 0 ? hour : ""}</small>
        ))}
        {DAYS.map((name, day) => [
          <small key={name} className="day">
            {name}
          </small>,
          ...Array.from({ length: 24 }, (_, hour) => (
            <button
              key={`${name}${hour}`}
              type="button"
              data-day={day}
              data-hour={hour}
              aria-label={`${name} ${hour} to ${hour + 1}`}
              aria-pressed={shown[day * 24 + hour] === "1"}
              onKeyDown={(e) => {
                if (e.key !== " " && e.key !== "Enter") return;
                e.preventDefault();
                onChange(painted(week, { day, hour }, { day, hour }, week[day * 24 + hour] !== "1"));
              }}
            />
          )),
        ])}
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
