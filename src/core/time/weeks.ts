import { civilOf, dayNumber, monthLength, weekOf, weekStartOf } from './calendar-days';
import { addDays, daysBetween, localDate, type LocalDate } from './local-time';

const EPOCH = localDate('1970-01-01');
const numberOf = (date: LocalDate): number => daysBetween(EPOCH, date);
const dateAt = (day: number): LocalDate => addDays(EPOCH, day);

/** First day of the week `date` is in; `weekStart` as in ISO 8601, 1 = Monday. */
export const startOfWeek = (date: LocalDate, weekStart: number): LocalDate =>
  dateAt(weekStartOf(numberOf(date), weekStart));

/** The first day of the month a day lies in. */
export const startOfMonth = (date: LocalDate): LocalDate => localDate(`${date.slice(0, 7)}-01`);

/** Days of that month, 28 to 31. */
export const daysInMonth = (date: LocalDate): number => {
  const { year, month } = civilOf(numberOf(date));
  return monthLength(year, month);
};

/** The same day of another month, or its last where that one is shorter. */
export function addMonths(date: LocalDate, months: number): LocalDate {
  const { year, month, day } = civilOf(numberOf(date));
  const index = year * 12 + month - 1 + months;
  const [toYear, toMonth] = [Math.floor(index / 12), (((index % 12) + 12) % 12) + 1];
  return dateAt(dayNumber(toYear, toMonth, Math.min(day, monthLength(toYear, toMonth))));
}

/**
 * Number of the week by the rule of ISO 8601, for weeks that begin on `weekStart`. From 1 to 53; the first is the one
 * with most of its days in the year.
 */
export function weekNumber(date: LocalDate, weekStart: number): number {
  const day = numberOf(date);
  return weekOf(day, civilOf(day).year, weekStart).week;
}

/** Whole weeks that hold every day of a month: four to six. */
export function weeksOfMonth(date: LocalDate, weekStart: number): LocalDate[] {
  const first = startOfWeek(startOfMonth(date), weekStart);
  const last = addDays(startOfMonth(date), daysInMonth(date) - 1);
  return Array.from({ length: Math.floor(daysBetween(first, last) / 7) + 1 }, (_, week) =>
    addDays(first, week * 7),
  );
}
