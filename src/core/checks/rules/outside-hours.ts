import { openDuring, outsideHours as outside } from '../../spaces/hours';
import { addMinutes, totalMin, union, type Interval } from '../../time/epoch-minute';
import { addDays, dateOf } from '../../time/local-time';
import { startOfDay, toLocal } from '../../time/zone';
import type { SpaceFacts } from '../world';
import { BLOCKS_UNLESS_REASON, USUAL, type CheckRule } from './rule';

/** So many minutes of the booking lie outside the opening hours. */
export interface OutsideHours {
  readonly minutes: number;
  /** When the space is open on the days of the date instead. */
  readonly open: readonly Interval[];
}

/** Whole days that a span touches, by the clock of the zone. */
const daysOf = ({ start, end }: Interval, tzid: string): Interval => ({
  start: startOfDay(dateOf(toLocal(start, tzid)), tzid),
  end: startOfDay(addDays(dateOf(toLocal(addMinutes(end, -1), tzid)), 1), tzid),
});

const openAround = (span: Interval, { hours, closures }: SpaceFacts, tzid: string): Interval[] =>
  union(openDuring(daysOf(span, tzid), hours, closures, tzid));

/** Access, event or exit lie outside the opening hours. */
export const outsideHours: CheckRule<OutsideHours> = {
  ...BLOCKS_UNLESS_REASON,
  ...USUAL,
  touches: 'place-or-time',
  befallsBy: ['hours', 'closures'],
  reads: ['hours', 'closures'],
  judged: {
    by: 'space',
    find({ host, facts, check: { world } }) {
      const minutes = totalMin(outside(host, facts.hours, facts.closures, world.tzid));
      return minutes > 0 ? [{ minutes, open: openAround(host, facts, world.tzid) }] : [];
    },
  },
};
