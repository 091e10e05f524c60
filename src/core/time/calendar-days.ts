/** Days of the proleptic Gregorian calendar as whole numbers: day 0 is 1970-01-01, a Thursday. */
export interface CivilDate {
  readonly year: number;
  readonly month: number;
  readonly day: number;
}

const MONTH_STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334];

/** Whether a year of the Gregorian calendar has 366 days. */
export const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
/** Days of a year, 365 or 366. */
export const yearLength = (year: number): number => (isLeap(year) ? 366 : 365);

/** Day of the year, 0-based, on which a month (1–12) begins. */
export const monthStart = (year: number, month: number): number =>
  (MONTH_STARTS[month - 1] ?? 0) + (month > 2 && isLeap(year) ? 1 : 0);

/** Days of a month, 28 to 31; months count from 1. */
export const monthLength = (year: number, month: number): number =>
  (month === 12 ? yearLength(year) : monthStart(year, month + 1)) - monthStart(year, month);

/** Day number of 1 January. */
export function yearStart(year: number): number {
  const before = year - 1;
  return (
    365 * (year - 1970) + Math.floor(before / 4) - Math.floor(before / 100) + Math.floor(before / 400) - 477
  );
}

/** Days since 1970-01-01 of a date, negative before it; months and days count from 1. */
export const dayNumber = (year: number, month: number, day: number): number =>
  yearStart(year) + monthStart(year, month) + day - 1;

/** The date of so many days since 1970-01-01; exact for every day of the Gregorian calendar. */
export function civilOf(day: number): CivilDate {
  let year = 1970 + Math.floor(day / 365.2425);
  if (yearStart(year) > day) year -= 1;
  else if (yearStart(year + 1) <= day) year += 1;
  const inYear = day - yearStart(year);
  let month = Math.min(12, Math.floor(inYear / 29) + 1);
  while (monthStart(year, month) > inYear) month -= 1;
  return { year, month, day: inYear - monthStart(year, month) + 1 };
}

/** ISO weekday, 1 = Monday. */
export const isoWeekday = (day: number): number => ((((day + 3) % 7) + 7) % 7) + 1;

/** First day of the week a day is in, for weeks that begin on `weekStart`. */
export const weekStartOf = (day: number, weekStart: number): number =>
  day - ((isoWeekday(day) - weekStart + 7) % 7);

/** First day of week 1: the first week with at least four days in the year (RFC 5545 3.3.10, ISO 8601 for Monday). */
export function firstWeekStart(year: number, weekStart: number): number {
  const start = weekStartOf(yearStart(year), weekStart);
  return yearStart(year) - start >= 4 ? start + 7 : start;
}

/** The week number of a day and how many weeks its week-year has. */
export function weekOf(day: number, year: number, weekStart: number): { week: number; weeks: number } {
  let weekYear = year;
  if (day < firstWeekStart(year, weekStart)) weekYear -= 1;
  else if (day >= firstWeekStart(year + 1, weekStart)) weekYear += 1;
  const first = firstWeekStart(weekYear, weekStart);
  const weeks = (firstWeekStart(weekYear + 1, weekStart) - first) / 7;
  return { week: Math.floor((day - first) / 7) + 1, weeks };
}
