import type { Interval } from '../time/epoch-minute';
import { atMinuteOfDay, dateOf, type LocalDate } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';

/** One period of a day, in minutes of the local day. */
export interface Period {
  readonly name: string;
  readonly fromMin: number;
  readonly toMin: number;
}

/** The periods of a space by date: the timetable's own, or others on named dates (null: none on that date). */
export interface Timetable {
  readonly validFrom: LocalDate | null;
  readonly validTo: LocalDate | null;
  readonly periods: readonly Period[];
  readonly exceptions: readonly { readonly date: LocalDate; readonly periods: readonly Period[] | null }[];
}

/** The periods of a date in order; empty where the date has none; null where no timetable is in force. */
export function periodsOn(timetables: readonly Timetable[], date: LocalDate): readonly Period[] | null {
  const inForce = timetables.find(
    ({ validFrom, validTo }) =>
      (validFrom === null || validFrom <= date) && (validTo === null || date <= validTo),
  );
  if (!inForce) return null;
  const exception = inForce.exceptions.find((each) => each.date === date);
  return exception ? (exception.periods ?? []) : inForce.periods;
}

/** Whether an event is exactly one period or several consecutive ones of its date. */
export function fitsPeriods(event: Interval, periods: readonly Period[], tzid: string): boolean {
  const date = dateOf(toLocal(event.start, tzid));
  const at = (minute: number) => toEpochMinute(atMinuteOfDay(date, minute), tzid, 'offset-before');
  return (
    periods.some(({ fromMin }) => at(fromMin) === event.start) &&
    periods.some(({ toMin }) => at(toMin) === event.end)
  );
}
