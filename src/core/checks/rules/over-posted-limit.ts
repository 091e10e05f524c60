import { overPostedLimit as overBy } from '../../seating/capacity';
import { BLOCKS, USUAL, type CheckRule } from './rule';

/** People over the limit that is posted at the door. */
export interface OverPostedLimit {
  readonly people: number;
  readonly limit: number;
  readonly over: number;
}

/** More people than the notice beside the door allows: nobody goes past it. */
export const overPostedLimit: CheckRule<OverPostedLimit> = {
  ...BLOCKS,
  ...USUAL,
  mustBePutRight: true,
  touches: 'place',
  befallsBy: ['postedLimit'],
  reads: ['postedLimit'],
  judged: {
    by: 'space',
    find({ wanted: { people }, facts: { postedLimit: limit } }) {
      const over = overBy(people, limit);
      return limit !== null && over > 0 ? [{ people, limit, over }] : [];
    },
  },
};
