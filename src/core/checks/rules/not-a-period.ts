import { fitsPeriods, periodsOn } from '../../spaces/timetable';
import type { Interval } from '../../time/epoch-minute';
import { atMinuteOfDay, dateOf } from '../../time/local-time';
import { toEpochMinute, toLocal } from '../../time/zone';
import { HOUSE_RULE, USUAL, type CheckRule } from './rule';

/** The time is none of the periods the space is given by; `periods` are those of that day, empty where it has none. */
export interface NotAPeriod {
  /** Those of the day. */
  readonly periods: readonly Interval[];
}

/** The space is given by the periods of a timetable. */
export const notAPeriod: CheckRule<NotAPeriod> = {
  ...HOUSE_RULE,
  ...USUAL,
  touches: 'place-or-time',
  reads: ['timetables'],
  judged: {
    by: 'space',
    find({ date: { claim }, facts: { timetables = [] }, check: { world } }) {
      if (!timetables.length) return [];
      const { tzid } = world;
      const day = dateOf(toLocal(claim.event.start, tzid));
      const periods = periodsOn(timetables, day);
      if (!periods || fitsPeriods(claim.event, periods, tzid)) return [];
      const at = (minute: number) => toEpochMinute(atMinuteOfDay(day, minute), tzid, 'offset-before');
      return [{ periods: periods.map(({ fromMin, toMin }) => ({ start: at(fromMin), end: at(toMin) })) }];
    },
  },
};
