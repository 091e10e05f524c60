import { shutDuring } from '../../spaces/hours';
import type { Overlap } from '../asked';
import { BLOCKS_UNLESS_REASON, USUAL, type CheckRule } from './rule';

/** The place is shut for part of the time, with the reason the office gave. */
export interface Closed extends Overlap {
  readonly reason: string;
}

/** A closure touches what is occupied, setup and strike counted. */
export const closed: CheckRule<Closed> = {
  ...BLOCKS_UNLESS_REASON,
  ...USUAL,
  touches: 'place-or-time',
  befallsBy: ['closures'],
  reads: ['closures'],
  judged: {
    by: 'space',
    find: ({ occupied, facts: { closures } }) =>
      shutDuring(occupied, closures).map(({ span, reason }) => ({
        minutes: span.end - span.start,
        during: span,
        reason,
      })),
  },
};
