import type { Candidate } from './alternative';

/**
 * What changes cost where a mixture has to be weighed: only for choosing between alternatives of several dates, never
 * shown. Common practice, no source: a change of space is worth an hour and a half of another time.
 */
const POINTS = {
  space: 2,
  building: 2,
  layout: 3,
  /** For every twenty seats that stay empty. */
  emptySeats: 1,
  halfHour: 1,
  day: 8,
  fewer: 2,
  substitute: 1,
  hire: 2,
} as const;

/** A date is in another space than the one before it. */
export const CHANGE_OF_SPACE = 3;

const DAY_MIN = 1440;

/** How much an alternative changes, in points: 0 changes nothing, and fewer come first. */
export function pointsOf({ cost }: Pick<Candidate, 'cost'>): number {
  const minutes = Math.abs(cost.shiftMin);
  const days = Math.floor(minutes / DAY_MIN);
  const swaps = cost.swaps.reduce(
    (sum, { buildingsAway, isOtherLayout, moreEmpty }) =>
      sum +
      POINTS.space +
      (buildingsAway ? POINTS.building : 0) +
      (isOtherLayout ? POINTS.layout : 0) +
      (Math.max(0, moreEmpty) / 20) * POINTS.emptySeats,
    0,
  );
  return (
    swaps +
    days * POINTS.day +
    ((minutes % DAY_MIN) / 30) * POINTS.halfHour +
    cost.layouts.length * POINTS.layout +
    (cost.fewer ? POINTS.fewer : 0) +
    (cost.substitute ? POINTS.substitute : 0) +
    (cost.hire ? POINTS.hire : 0)
  );
}
