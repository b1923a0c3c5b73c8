import dayjs from "dayjs";
import updateLocale from "dayjs/plugin/updateLocale";
import type { Schemas } from "../api/client";

dayjs.extend(updateLocale);

type WeekStart = NonNullable<Schemas["Preferences"]["weekStarts"]>;

/** Told by a method in new browsers and by a property in older ones. */
type WeekKnown = Intl.Locale & { getWeekInfo?: () => { firstDay: number }; weekInfo?: { firstDay: number } };

/** As days are counted in browsers: 0 is Sunday. */
const DAYS: Record<WeekStart, number> = { SUNDAY: 0, MONDAY: 1, SATURDAY: 6 };

/** The day that weeks begin with, 0 for Sunday: as chosen, or as the language's land has it (Unicode CLDR, week data). */
export function weekStart(chosen: WeekStart | null | undefined, language: string): number {
  if (chosen) return DAYS[chosen];
  const locale = new Intl.Locale(language) as WeekKnown;
  return ((locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1) % 7;
}

let first = 1;

/** From now on calendars and weeks begin with this day. */
export function beginWeeksOn(day: number): void {
  first = day;
  dayjs.updateLocale("en", { weekStart: day });
}

/** Days of the week in the order that they are shown in, Monday being 0. */
export function weekDays(): number[] {
  return Array.from({ length: 7 }, (_, i) => (first + 6 + i) % 7);
}
