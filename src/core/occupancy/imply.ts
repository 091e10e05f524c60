import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { Interval } from '../time/epoch-minute';
import { equipmentSpan, occupiedOf, type ClaimContent } from './bands';

/** A resource the claim takes; `spaceIndex` is the position of its space in the claim. */
export interface ImpliedOccupancy {
  /** −1 for a numbered unit. */
  readonly spaceIndex: number;
  /** Of a numbered unit its line of equipment, else −1. */
  readonly equipmentIndex: number;
  readonly resourceId: ResourceId;
  readonly span: Interval;
}

/**
 * What a claim takes of a type and when, its fetching and returning included. With fetch and return minutes; end
 * exclusive.
 */
export interface ImpliedUse {
  readonly equipmentIndex: number;
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
  readonly span: Interval;
}

/** What must be known of a space and of an equipment type to say what a claim takes. */
export interface Holdings {
  partsOf(space: SpaceId): readonly ResourceId[];
  movingMinutes(type: EquipmentTypeId): { readonly fetchMin: number; readonly returnMin: number };
}

/**
 * One row per atomic part of each space, and one per numbered unit: the rows the check, the guard and the board use.
 * Empty where a claim takes no space and no unit.
 */
export function impliedOccupancy(claim: ClaimContent, holdings: Holdings): ImpliedOccupancy[] {
  const parts = claim.spaces.flatMap((space, spaceIndex) => {
    const span = occupiedOf(claim, space);
    return holdings
      .partsOf(space.spaceId)
      .map((resourceId) => ({ spaceIndex, equipmentIndex: -1, resourceId, span }));
  });
  if (!claim.equipment.some(({ unitId }) => unitId)) return parts;
  const units = impliedUses(claim, holdings).flatMap(({ equipmentIndex, span }) => {
    const unit = claim.equipment[equipmentIndex]?.unitId;
    return unit ? [{ spaceIndex: -1, equipmentIndex, resourceId: unit, span }] : [];
  });
  return [...parts, ...units];
}

/** Equipment that goes to no space (a loan) is away from its fetch before the event to its return after it. */
export function impliedUses(claim: ClaimContent, holdings: Pick<Holdings, 'movingMinutes'>): ImpliedUse[] {
  return claim.equipment.map((item, equipmentIndex) => {
    const space = claim.spaces[item.spaceIndex];
    const occupied = space ? occupiedOf(claim, space) : claim.event;
    const { fetchMin, returnMin } = holdings.movingMinutes(item.typeId);
    return {
      equipmentIndex,
      typeId: item.typeId,
      quantity: item.quantity,
      span: equipmentSpan(occupied, fetchMin, returnMin),
    };
  });
}
