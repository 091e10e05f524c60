import type { Collider, Overlap } from '../asked';
import { BLOCKS, USUAL, type CheckRule } from './rule';

/** Another booking takes the place: how long and when both would take it, with setup and strike. */
export interface Occupied extends Overlap {
  readonly by: Collider;
}

/** A space, or a part of it, is taken from setup to strike. */
export const occupied: CheckRule<Occupied> = {
  ...BLOCKS,
  ...USUAL,
  touches: 'place-or-time',
  other: ({ by }) => (by.kind === 'same-request' ? null : by.claimId),
  isTakenByOthers: true,
  befallsBy: ['parts'],
  reads: ['parts'],
  judged: {
    by: 'dates',
    find: ({ collisions }) =>
      collisions.flatMap(({ part: { date, spaceIndex }, by, minutes, during, shoulder }) => {
        const space = date.claim.spaces[spaceIndex];
        return space && !shoulder
          ? [{ key: date.key, spaceId: space.spaceId, facts: { by, minutes, during } }]
          : [];
      }),
  },
};
