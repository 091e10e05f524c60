import { comesTwice } from '@/core/time/clock-change';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import {
  dateOf,
  daysBetween,
  isWholeDays,
  lastDayOf,
  timeOf,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { LOCALES, type Language } from '../language/languages';
import { ownLanguage, t, tCount } from '@/contracts/language/translate';
import { ownSettings } from '@/contracts/language/own-settings';

// Local values are formatted as if UTC: the wall time is the truth and needs no zone to be written down.
const asUtc = (date: LocalDate) => new Date(`${date}T00:00Z`);
const format = (options: Intl.DateTimeFormatOptions): ((date: LocalDate) => string) => {
  // Made when first used: making one takes longer than all that most pages write with it.
  const made = new Map<Language, Intl.DateTimeFormat>();
  return (date) => {
    const language = ownLanguage();
    const known = made.get(language);
    if (known) return known.format(asUtc(date));
    const fresh = new Intl.DateTimeFormat(LOCALES[language], { ...options, timeZone: 'UTC' });
    made.set(language, fresh);
    return fresh.format(asUtc(date));
  };
};
const DAY_SHORT = format({ weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });
const DAY_LONG = format({ weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });

/** The same few days are written thousands of times on a board; formatting one takes longer than drawing it. */
function remembered(write: (date: LocalDate) => string): (date: LocalDate) => string {
  const written = new Map<Language, Map<LocalDate, string>>();
  return (date) => {
    const language = ownLanguage();
    const of = written.get(language) ?? new Map<LocalDate, string>();
    const known = of.get(date);
    if (known !== undefined) return known;
    if (of.size >= MOST_REMEMBERED) of.clear();
    const text = write(date);
    written.set(language, of.set(date, text));
    return text;
  };
}
const MOST_REMEMBERED = 2000;

/** `Tue 13 Apr 2027`. */
export const dayShort = remembered((date) => DAY_SHORT(date).replace(',', ''));
/** `13 April 2027`. */
export const dateLong = format({ day: 'numeric', month: 'long', year: 'numeric' });
/** `Tuesday 13 April 2027`. */
export const dayLong = remembered((date) => DAY_LONG(date).replace(',', ''));

/** `April`. */
export const monthName = format({ month: 'long' });
/** `April 2027`. */
export const monthLong = format({ month: 'long', year: 'numeric' });

/** `14:15`, or `2:15 pm` to those who tell the time so. The reader's own clock of 12 or 24 hours decides. */
export function sayTime(local: LocalDateTime): string {
  const time = timeOf(local);
  return ownSettings().clock === 24 ? time : sayClock(Number(time.slice(0, 2)) * 60 + Number(time.slice(3)));
}

/** A minute of a day in words; what goes on after midnight counts on. */
export function sayClock(minutes: number): string {
  const [hour, minute] = [Math.floor(minutes / 60), minutes % 60];
  const two = String(minute).padStart(2, '0');
  if (ownSettings().clock === 24) return `${String(hour).padStart(2, '0')}:${two}`;
  return `${hour % 12 || 12}${minute ? `:${two}` : ''} ${hour % 24 < 12 ? 'am' : 'pm'}`;
}

/** `12 – 18 April 2027`, as far as the two days do not share month and year. */
export function daysText(first: LocalDate, last: LocalDate): string {
  if (first === last) return dayLong(first);
  const [from, to] = [dateLong(first), dateLong(last)];
  const [a, b] = [from.split(' '), to.split(' ')];
  const shared = a[2] !== b[2] ? 3 : a[1] !== b[1] ? 2 : 1;
  return `${a.slice(0, shared).join(' ')} – ${to}`;
}

/** `Tue 13 Apr 2027`, `Fri 14 – Sun 16 May 2027`, as far as the two days do not share month and year. */
export function dayRangeShort(first: LocalDate, last: LocalDate): string {
  if (first === last) return dayShort(first);
  const [from, to] = [dayShort(first), dayShort(last)];
  const [a, b] = [from.split(' '), to.split(' ')];
  const shared = a[3] !== b[3] ? 4 : a[2] !== b[2] ? 3 : 2;
  return `${a.slice(0, shared).join(' ')} – ${to}`;
}

/**
 * `Tue 13 Apr 2027, 18:15–20:00`, with the second day where it is another one; whole days as such: `Tue 13 Apr 2027, all
 * day`, `Fri 14 – Sun 16 May 2027, 3 days`.
 */
export function spanText(start: LocalDateTime, end: LocalDateTime): string {
  if (isWholeDays(start, end)) {
    const last = lastDayOf(start, end);
    const days = daysBetween(dateOf(start), last) + 1;
    return `${dayRangeShort(dateOf(start), last)}, ${days === 1 ? t`all day` : countText(days, 'day', 'days')}`;
  }
  const sameDay = dateOf(start) === dateOf(end);
  const until = sameDay ? sayTime(end) : t`${sayTime(end)} on ${dayShort(dateOf(end))}`;
  return `${dayShort(dateOf(start))}, ${sayTime(start)}–${until}`;
}

/** Dates of which the same is said: the one, or how many and the first. */
export const manyDatesText = ([first = '', ...more]: readonly string[]): string =>
  more.length ? t`${more.length + 1} dates, first ${first}` : first;

/** A moment in a zone, with its day. */
export const momentText = (at: EpochMinute, tzid: string): string => {
  const local = toLocal(at, tzid);
  return `${dayShort(dateOf(local))}, ${sayTime(local)}`;
};

/** `from 14:00 to 14:45`; the day is named only where the two differ, since a finding stands beside its date. */
export function duringText(span: Interval, tzid: string): string {
  const [start, end] = [toLocal(span.start, tzid), toLocal(span.end, tzid)];
  return dateOf(start) === dateOf(end)
    ? t`from ${sayTime(start)} to ${sayTime(end)}`
    : t`from ${sayTime(start)} on ${dayShort(dateOf(start))} to ${sayTime(end)} on ${dayShort(dateOf(end))}`;
}

/** `45 min`, `2 h`, `1 h 40 min`, `3 days`. */
export function lengthText(minutes: number): string {
  if (minutes > 0 && minutes % DAY_MIN === 0) return countText(minutes / DAY_MIN, 'day', 'days');
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  if (!hours) return t`${rest} min`;
  return rest ? t`${hours} h ${rest} min` : t`${hours} h`;
}

/** A number with its word, in the language of whoever reads. From 0; exactly 1 has the first word. */
export const countText = (count: number, one: string, many: string): string => tCount(count, one, many);

const DAY_MIN = 1440;

/** `in 3 days`, `in 5 hours`, `begun`. */
export function untilText(at: EpochMinute, now: EpochMinute): string {
  const minutes = at - now;
  if (minutes <= 0) return t`begun`;
  if (minutes < DAY_MIN) return t`in ${countText(Math.max(1, Math.floor(minutes / 60)), 'hour', 'hours')}`;
  return t`in ${countText(Math.floor(minutes / DAY_MIN), 'day', 'days')}`;
}

/** `9 days ago`, `3 hours ago`, `just now`. */
export function sinceText(at: EpochMinute, now: EpochMinute): string {
  const minutes = now - at;
  if (minutes < 60) return t`just now`;
  if (minutes < DAY_MIN) return t`${countText(Math.floor(minutes / 60), 'hour', 'hours')} ago`;
  return t`${countText(Math.floor(minutes / DAY_MIN), 'day', 'days')} ago`;
}

/** The same span where the reader has chosen a second zone: `10:15–12:00 in New York`; empty where there is none. */
export function secondZoneText(span: Interval): string {
  const { zone } = ownSettings();
  if (!zone) return '';
  const [start, end] = [toLocal(span.start, zone), toLocal(span.end, zone)];
  const day = `${dayShort(dateOf(start))}, `;
  return t`${day}${sayTime(start)}–${sayTime(end)} in ${zoneCity(zone)}`;
}

/** `New York` of `America/New_York`. */
export const zoneCity = (zone: string): string => zone.split('/').at(-1)!.replaceAll('_', ' ');

/** Where the clocks go back, which of two equal times is meant: ` (the first 01:30)`; else empty. */
function whichText(start: LocalDateTime, end: LocalDateTime, tzid: string): string {
  const twice = isWholeDays(start, end) ? undefined : [start, end].find((at) => comesTwice(at, tzid));
  return twice ? t` (the first ${sayTime(twice)})` : '';
}

/** A span in its zone: which of two equal times is meant, and the second zone where the reader has chosen one. */
export function spanTextIn(start: LocalDateTime, end: LocalDateTime, tzid: string): string {
  const text = `${spanText(start, end)}${whichText(start, end, tzid)}`;
  if (!ownSettings().zone) return text;
  const span = {
    start: toEpochMinute(start, tzid, 'offset-before'),
    end: toEpochMinute(end, tzid, 'offset-before'),
  };
  return `${text} (${secondZoneText(span)})`;
}
