import {
  epochMinute,
  intersection,
  subtract,
  union,
  type EpochMinute,
  type Interval,
} from '../time/epoch-minute';
import { addDays, atMinuteOfDay, dateOf, weekdayOf, type LocalDate, type Weekday } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';

/** Open [fromMin, toMin) on a weekday, in minutes of the local day; `toMin` goes up to 48:00 for nights. */
export interface HoursLine {
  readonly weekday: Weekday;
  readonly fromMin: number;
  readonly toMin: number;
  /** First and last date on which the line holds; null is open-ended. */
  readonly validFrom: LocalDate | null;
  readonly validTo: LocalDate | null;
}

/** A dated exception: `shut` blocks everything, `open` adds opening time. */
export interface Closure {
  readonly span: Interval;
  readonly kind: 'shut' | 'open';
  readonly reason: string;
}

/** Hours by level. The nearest level that has any line wins; null or empty means the level says nothing. */
export interface HoursByLevel {
  readonly space: readonly HoursLine[];
  readonly building: readonly HoursLine[];
  readonly site: readonly HoursLine[];
}

/** The hours that count: those of the space, else of its building, else of the site; empty where none has any. */
export function nearestHours({ space, building, site }: HoursByLevel): readonly HoursLine[] {
  if (space.length) return space;
  return building.length ? building : site;
}

const holdsOn = (line: HoursLine, date: LocalDate): boolean =>
  line.weekday === weekdayOf(date) &&
  (line.validFrom === null || line.validFrom <= date) &&
  (line.validTo === null || date <= line.validTo);

// A series asks for the same few days of the same hours again and again, and spaces of one house share their lines.
const opened = new WeakMap<readonly HoursLine[], Map<string, readonly Interval[]>>();

/**
 * Open time of one date's lines as instants; the part past midnight belongs to the date it began on. Empty on a day
 * without hours; minutes since 1970 UTC, end exclusive.
 */
export function openOn(date: LocalDate, hours: readonly HoursLine[], tzid: string): readonly Interval[] {
  let days = opened.get(hours);
  if (!days) opened.set(hours, (days = new Map()));
  const key = `${tzid} ${date}`;
  let open = days.get(key);
  if (!open) days.set(key, (open = computeOpenOn(date, hours, tzid)));
  return open;
}

function computeOpenOn(date: LocalDate, hours: readonly HoursLine[], tzid: string): Interval[] {
  const at = (minute: number): EpochMinute =>
    toEpochMinute(atMinuteOfDay(date, minute), tzid, 'offset-before');
  return union(
    hours
      .filter((line) => holdsOn(line, date))
      .map((line) => ({ start: at(line.fromMin), end: at(line.toMin) }))
      .filter((span) => span.start < span.end),
  );
}

/** Opening time that touches `span`: the weekly hours plus dated openings. No line at all means always open. */
export function openDuring(
  span: Interval,
  hours: readonly HoursLine[],
  closures: readonly Closure[],
  tzid: string,
): Interval[] {
  if (!hours.length) return [span];
  const open: Interval[] = closures.filter(({ kind }) => kind === 'open').map((closure) => closure.span);
  const last = dateOf(toLocal(epochMinute(span.end - 1), tzid));
  // Hours may run to 48:00, so the day before can still be open now.
  for (let date = addDays(dateOf(toLocal(span.start, tzid)), -1); date <= last; date = addDays(date, 1))
    open.push(...openOn(date, hours, tzid));
  return union(open.flatMap((each) => intersection(each, span) ?? []));
}

/** The minutes of `span` outside opening time, closures left aside. */
export const outsideHours = (
  span: Interval,
  hours: readonly HoursLine[],
  closures: readonly Closure[],
  tzid: string,
): Interval[] => subtract(span, openDuring(span, hours, closures, tzid));

/** Closures that touch `span`, each cut to it. Empty where nothing is shut then. */
export const shutDuring = (span: Interval, closures: readonly Closure[]): Closure[] =>
  closures.flatMap((closure) => {
    const shared = closure.kind === 'shut' ? intersection(closure.span, span) : null;
    return shared ? [{ ...closure, span: shared }] : [];
  });
