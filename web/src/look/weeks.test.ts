import dayjs from "dayjs";
import { afterEach, expect, it } from "vitest";
import { beginWeeksOn, weekDays, weekStart } from "./weeks";

afterEach(() => beginWeeksOn(1));

// Unicode CLDR 46, supplemental week data: 001 begins on Monday, US on Sunday.
it.each([
  [null, "en-GB", 1],
  [null, "da-DK", 1],
  [null, "en-US", 0],
  ["SATURDAY", "en-US", 6],
  ["MONDAY", "en-US", 1],
] as const)("weeks that %s is wanted for in %s begin on day %i", (chosen, language, day) => {
  expect(weekStart(chosen, language)).toBe(day);
});

it("days stand in the order of the week that was begun, and so do calendars", () => {
  expect(weekDays()).toEqual([0, 1, 2, 3, 4, 5, 6]);
  beginWeeksOn(0);
  expect(weekDays()).toEqual([6, 0, 1, 2, 3, 4, 5]);
  expect(dayjs("2027-03-10").startOf("week").format("ddd")).toBe("Sun");
  beginWeeksOn(6);
  expect(weekDays()[0]).toBe(5);
});
