import type { EquipmentTypeId, ResourceId } from '../../ids';
import type { Collider, Overlap } from '../asked';
import { BLOCKS, USUAL, type CheckRule } from './rule';

/** A numbered unit is promised to another date for part of the time. */
export interface UnitTaken extends Overlap {
  readonly typeId: EquipmentTypeId;
  readonly unitId: ResourceId;
  readonly by: Collider;
}

/** A numbered unit is taken, fetching and return counted. */
export const unitTaken: CheckRule<UnitTaken> = {
  ...BLOCKS,
  ...USUAL,
  touches: 'stock',
  about: ({ typeId }) => typeId,
  other: ({ by }) => (by.kind === 'same-request' ? null : by.claimId),
  isTakenByOthers: true,
  befallsBy: [],
  reads: [],
  judged: {
    by: 'dates',
    find: ({ collisions }) =>
      collisions.flatMap(({ part: { date, equipmentIndex, resourceId }, by, minutes, during }) => {
        const item = date.claim.equipment[equipmentIndex];
        const facts = item && { typeId: item.typeId, unitId: resourceId, by, minutes, during };
        return facts ? [{ key: date.key, spaceId: null, facts }] : [];
      }),
  },
};
