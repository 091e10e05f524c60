import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { LayoutOffer } from '../seating/capacity';
import type { Closure, HoursLine } from '../spaces/hours';
import type { StockLine } from '../equipment/peak-use';
import type { Interval } from '../time/epoch-minute';

/** A space as the check needs it. */
export interface SpaceFacts {
  readonly id: SpaceId;
  readonly parts: readonly ResourceId[];
  readonly layouts: readonly LayoutOffer[];
  readonly postedLimit: number | null;
  /** Of the nearest level that has any. */
  readonly hours: readonly HoursLine[];
  /** Of the space, its building and its site together. */
  readonly closures: readonly Closure[];
}

export interface EquipmentFacts {
  readonly id: EquipmentTypeId;
  readonly fetchMin: number;
  readonly returnMin: number;
  readonly stock: readonly StockLine[];
}

/** One occupied atomic part. Rows of one resource never overlap. */
export interface BusyRow {
  readonly resourceId: ResourceId;
  readonly span: Interval;
  readonly claimId: ClaimId;
}

export interface UseRow {
  readonly typeId: EquipmentTypeId;
  readonly span: Interval;
  readonly quantity: number;
  readonly claimId: ClaimId;
}

/**
 * What the check is made against. Plain data, so that a server transaction and a browser can hold the same. Rows may
 * be limited to those that touch what is wanted.
 */
export interface WorldSnapshot {
  readonly tzid: string;
  readonly spaces: readonly SpaceFacts[];
  readonly equipment: readonly EquipmentFacts[];
  readonly busy: readonly BusyRow[];
  readonly uses: readonly UseRow[];
}
