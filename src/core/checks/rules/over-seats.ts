import { seat } from '../../seating/capacity';
import type { Layout } from '../../seating/layouts';
import { HOUSE_RULE, USUAL, type CheckRule } from './rule';

/** People over the seats the layout gives. Over is at least 1. */
export interface OverSeats {
  readonly people: number;
  readonly layout: Layout;
  readonly seats: number;
  readonly over: number;
}

/** More people than the space seats in the layout; exactly full fits. */
export const overSeats: CheckRule<OverSeats> = {
  ...HOUSE_RULE,
  ...USUAL,
  touches: 'place',
  befallsBy: ['layouts'],
  reads: ['layouts'],
  judged: {
    by: 'space',
    find({ wanted: { people, layout }, facts }) {
      const seating = seat(people, layout, facts.layouts);
      return seating.kind === 'over-seats'
        ? [{ people, layout, seats: seating.seats, over: seating.over }]
        : [];
    },
  },
};
