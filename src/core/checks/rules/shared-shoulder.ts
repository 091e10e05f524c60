import type { EpochMinute } from '../../time/epoch-minute';
import type { Collider, WantedDate } from '../asked';
import { USUAL, WARNS, type Check, type CheckRule, type Found } from './rule';

/** Strike and setup between two bookings that can be shared, with the minutes saved and where they meet. */
export interface SharedSetUp {
  readonly savedMin: number;
  readonly boundary: EpochMinute;
  /** Where the other claim stands: before or after this date. */
  readonly side: 'before' | 'after';
  readonly by: Collider & { readonly kind: 'claim' | 'same-step' };
  /** Null where the other is decided in the same step: the link between them comes with it. */
  readonly claimSpaceId: number | null;
  /** Both belong to one request: shared without asking. */
  readonly isOwn: boolean;
}

/** Only the strike of one and the setup of the other meet, in the same set-up, with what stands in the world. */
const withWorld = ({ collisions }: Check): Found<SharedSetUp>[] =>
  collisions.flatMap(({ part: { date, spaceIndex }, shoulder }) => {
    const space = date.claim.spaces[spaceIndex];
    return space && shoulder ? [{ key: date.key, spaceId: space.spaceId, facts: shoulder }] : [];
  });

/** Dates of different requests, decided in one step, that hand one set-up over to each other. */
function inOneStep({ drafted, links }: Check): Found<SharedSetUp>[] {
  const byDate = new Map(drafted.map((date) => [date.key, date]));
  const tell = (
    side: SharedSetUp['side'],
    { savedMin, boundary }: Pick<SharedSetUp, 'savedMin' | 'boundary'>,
    [date, slot]: readonly [WantedDate | undefined, number],
    other: WantedDate | undefined,
  ): Found<SharedSetUp>[] => {
    const space = date?.claim.spaces[slot];
    if (!date || !space || !other?.of) return [];
    const by = { kind: 'same-step' as const, claimId: other.of.claimId };
    const facts = { savedMin, boundary, side, by, claimSpaceId: null, isOwn: false };
    return [{ key: date.key, spaceId: space.spaceId, facts }];
  };
  return links.flatMap((link) => {
    if (link.isOwn) return [];
    const [before, after] = [byDate.get(link.beforeKey), byDate.get(link.afterKey)];
    return [
      ...tell('before', link, [after, link.afterSlot], before),
      ...tell('after', link, [before, link.beforeSlot], after),
    ];
  });
}

/** Two events stand on one set-up: the crew neither clears nor sets between them. Within one series it is only told. */
export const sharedShoulder: CheckRule<SharedSetUp> = {
  ...WARNS,
  ...USUAL,
  isOnlyTold: ({ isOwn }) => isOwn,
  // It saves work; it is in nobody's way.
  touches: 'nothing',
  other: ({ by }) => by.claimId,
  reads: ['parts', 'topUpMin'],
  judged: { by: 'dates', find: (check) => [...withWorld(check), ...inOneStep(check)] },
};
