import { isoWeekday } from './calendar-days';

/** A calendar date as text, `2027-04-13`. */
export type LocalDate = string & { readonly kind: 'local date' };
/** A wall-clock moment without zone, `2027-04-13T18:15`. Sorts as text. */
export type LocalDateTime = string & { readonly kind: 'local date and time' };

/** ISO weekday: 1 = Monday … 7 = Sunday. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7;

const DATE = /^(\d{4})-(\d{2})-(\d{2})$/;
const DATE_TIME = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/;
const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

const pad = (value: number): string => String(value).padStart(2, '0');

/** Days since 1970-01-01, or null when there is no such day (30 February, month 13). */
function dayNumber(year: number, month: number, day: number): number | null {
  const at = new Date(Date.UTC(year, month - 1, day));
  const exists = at.getUTCFullYear() === year && at.getUTCMonth() === month - 1 && at.getUTCDate() === day;
  return exists && year >= 1970 ? at.getTime() / DAY_MS : null;
}

/** Offsets of zones are known up to its end: no input goes further. */
export const LAST_YEAR = 2099;

/**
 * Null for anything that is not a date of the calendar from 1970 to 2099; with `lastYear` 9999 for ends that mean
 * “for good”. Beyond that years have five figures and no longer sort as text.
 */
export function parseLocalDate(text: string, lastYear: 2099 | 9999 = LAST_YEAR): LocalDate | null {
  const match = DATE.exec(text);
  if (!match || Number(match[1]) > lastYear) return null;
  return dayNumber(Number(match[1]), Number(match[2]), Number(match[3])) === null
    ? null
    : (text as LocalDate);
}

/** Null for anything that is not `YYYY-MM-DDTHH:MM` with a real date from 1970 to 2099 (or 9999) and 00:00–23:59. */
export function parseLocalDateTime(text: string, lastYear: 2099 | 9999 = LAST_YEAR): LocalDateTime | null {
  const match = DATE_TIME.exec(text);
  if (!match || Number(match[1]) > lastYear || Number(match[4]) > 23 || Number(match[5]) > 59) return null;
  return dayNumber(Number(match[1]), Number(match[2]), Number(match[3])) === null
    ? null
    : (text as LocalDateTime);
}

/** @throws RangeError when the text is no date: for literals and stored values, not for input. */
export function localDate(text: string): LocalDate {
  const parsed = parseLocalDate(text, 9999);
  if (!parsed) throw new RangeError(`no such date: ${text}`);
  return parsed;
}

/** @throws RangeError when the text is no local date and time: for literals and stored values, not for input. */
export function localDateTime(text: string): LocalDateTime {
  const parsed = parseLocalDateTime(text, 9999);
  if (!parsed) throw new RangeError(`no such local time: ${text}`);
  return parsed;
}

// A check of a year of dates turns thousands of wall times into text and back, all of a few hundred days: each day is
// worked out once. There are 47,500 days until 2100.
const DAY_TEXTS = new Map<number, string>();
const DAY_STARTS = new Map<string, number>();
const DAY_MINUTES = 1440;
const CLOCKS = Array.from(
  { length: DAY_MINUTES },
  (_, minute) => `T${pad(Math.floor(minute / 60))}:${pad(minute % 60)}`,
);

function dayText(day: number): string {
  let text = DAY_TEXTS.get(day);
  if (text === undefined) DAY_TEXTS.set(day, (text = new Date(day * DAY_MS).toISOString().slice(0, 10)));
  return text;
}

function dayStart(date: string): number {
  let start = DAY_STARTS.get(date);
  if (start === undefined) DAY_STARTS.set(date, (start = Date.parse(`${date}T00:00Z`) / MINUTE_MS));
  return start;
}

const ZERO = '0'.charCodeAt(0);

/** The number two digits of a text say. */
const twoDigits = (text: string, from: number): number =>
  (text.charCodeAt(from) - ZERO) * 10 + text.charCodeAt(from + 1) - ZERO;

/** Minutes since midnight on the wall, 0 to 1439. */
export const minuteOfDay = (at: LocalDateTime): number => twoDigits(at, 11) * 60 + twoDigits(at, 14);

/** Minutes on the wall since 1970-01-01T00:00 as if no zone existed; differences are wall-clock differences. */
export const wallMinute = (at: LocalDateTime): number => dayStart(at.slice(0, 10)) + minuteOfDay(at);

/** The time on the wall so many minutes after 1970-01-01T00:00, without a zone. */
export function fromWallMinute(minute: number): LocalDateTime {
  const day = Math.floor(minute / DAY_MINUTES);
  return (dayText(day) + CLOCKS[minute - day * DAY_MINUTES]!) as LocalDateTime;
}

/** The day of a time on the wall. */
export const dateOf = (at: LocalDateTime): LocalDate => at.slice(0, 10) as LocalDate;
/** Its hours and minutes, `18:30`. */
export const timeOf = (at: LocalDateTime): string => at.slice(11, 16);

/** `minuteOfDay` may pass 24:00 and then means the following day. */
export const atMinuteOfDay = (date: LocalDate, minuteOfDay: number): LocalDateTime =>
  fromWallMinute(wallMinute(`${date}T00:00` as LocalDateTime) + minuteOfDay);

/** Wall-clock arithmetic: no zone is involved, so 23:30 + 60 is 00:30 the next day whatever the clocks do. */
export const addWallMinutes = (at: LocalDateTime, minutes: number): LocalDateTime =>
  fromWallMinute(wallMinute(at) + minutes);

/** The day so many days later; earlier where they are negative. */
export const addDays = (date: LocalDate, days: number): LocalDate =>
  dateOf(atMinuteOfDay(date, days * 24 * 60));

/** Days from one to another, negative where the second comes first. */
export const daysBetween = (from: LocalDate, to: LocalDate): number =>
  (wallMinute(`${to}T00:00` as LocalDateTime) - wallMinute(`${from}T00:00` as LocalDateTime)) / (24 * 60);

/** Its day of the week, 1 is Monday (ISO 8601). */
export const weekdayOf = (date: LocalDate): Weekday => isoWeekday(dayStart(date) / DAY_MINUTES) as Weekday;

/** `HH:MM`, with hours past 24 for the night after. */
export const clockText = (minuteOfTheDay: number): string =>
  `${pad(Math.floor(minuteOfTheDay / 60))}:${pad(minuteOfTheDay % 60)}`;

/** Whole days: from midnight to midnight. */
export const isWholeDays = (start: LocalDateTime, end: LocalDateTime): boolean =>
  start.endsWith('T00:00') && end.endsWith('T00:00') && end > start;

/** The last day something touches; what ends at midnight does not touch the day that begins then. */
export const lastDayOf = (start: LocalDateTime, end: LocalDateTime): LocalDate =>
  dateOf(end > start ? addWallMinutes(end, -1) : end);
