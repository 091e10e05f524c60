import type { Interval } from '@/core/time/epoch-minute';
import { dateOf, minuteOfDay, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { isWholeDay, onDay, type DateEntry } from './entries';

/** Minutes of a day by its clock, 0 to 1440. */
export interface Hours {
  readonly from: number;
  readonly to: number;
}

/** What of a span falls on a day, by the clock on the wall: what is drawn has the hours people read. */
export function clockHours({ start, end }: Interval, day: LocalDate, tzid: string): Hours {
  const [from, to] = [toLocal(start, tzid), toLocal(end, tzid)];
  return {
    from: dateOf(from) < day ? 0 : minuteOfDay(from),
    to: dateOf(to) > day ? 1440 : minuteOfDay(to),
  };
}

/** Nobody scrolls through a night: from here to there unless something stands outside. */
const USUAL: Hours = { from: 8 * 60, to: 20 * 60 };

/** Whole hours that hold everything with hours on these days. */
export function shownHours(days: readonly LocalDate[], entries: readonly DateEntry[], tzid: string): Hours {
  const spans = days.flatMap((day) =>
    onDay(entries, day, tzid)
      .filter((entry) => !isWholeDay(entry))
      .map(({ span }) => clockHours(span, day, tzid)),
  );
  return {
    from: Math.floor(Math.min(USUAL.from, ...spans.map(({ from }) => from)) / 60) * 60,
    to: Math.ceil(Math.max(USUAL.to, ...spans.map(({ to }) => to)) / 60) * 60,
  };
}
