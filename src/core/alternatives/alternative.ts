import type { DatePatch } from '../changes/patch';
import type { ClaimDraft } from '../changes/plan-date';
import type { Finding, Verdict } from '../checks/findings';
import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { Layout } from '../seating/layouts';

/**
 * What an alternative changes of a date, from least to most: the same time elsewhere, the same place at another time,
 * another day of that week, other equipment, another layout, and last of all place and time together.
 */
export const ALTERNATIVE_KINDS = [
  'other-space',
  'other-time',
  'other-day',
  'fewer',
  'other-unit',
  'substitute',
  'hire-in',
  'when-back',
  'other-layout',
  'space-and-time',
] as const;
export type AlternativeKind = (typeof ALTERNATIVE_KINDS)[number];

/** A space that is left, and where the date would go instead. */
export interface SpaceSwap {
  readonly from: SpaceId;
  readonly to: SpaceId;
  readonly layout: Layout;
  /** The layout is not the one that was wanted. */
  readonly isOtherLayout: boolean;
  /** How many buildings away in the order of the house; 0 in the same. */
  readonly buildingsAway: number;
  /** Empty seats more than now; negative where it fits closer. */
  readonly moreEmpty: number;
  /** Empty seats there. */
  readonly empty: number;
}

/** What an alternative costs: only what it changes is set. */
export interface AlternativeCost {
  readonly swaps: readonly SpaceSwap[];
  /** Wall minutes later, negative for earlier; whole days for another day. */
  readonly shiftMin: number;
  /** Of what was short: how many fewer, and how many are left to be had. */
  readonly fewer: {
    readonly typeId: EquipmentTypeId;
    readonly less: number;
    readonly quantity: number;
  } | null;
  readonly substitute: {
    readonly typeId: EquipmentTypeId;
    readonly byTypeId: EquipmentTypeId;
    readonly quantity: number;
  } | null;
  readonly unit: { readonly from: ResourceId; readonly to: ResourceId } | null;
  readonly hire: { readonly typeId: EquipmentTypeId; readonly quantity: number } | null;
  readonly layouts: readonly {
    readonly spaceId: SpaceId;
    readonly layout: Layout;
    readonly moreEmpty: number;
  }[];
}

/** What an alternative costs before anything of it is changed: 0 of everything. */
export const NO_COST: AlternativeCost = {
  swaps: [],
  shiftMin: 0,
  fewer: null,
  substitute: null,
  unit: null,
  hire: null,
  layouts: [],
};

/** Something that might do: how the date would be, and what that costs. Nothing is checked yet. */
export interface Candidate {
  readonly kind: AlternativeKind;
  readonly patch: DatePatch;
  readonly draft: ClaimDraft;
  readonly cost: AlternativeCost;
  /** Compared number by number within the kind: less is nearer to what was asked for. */
  readonly order: readonly number[];
}

/** An alternative that was checked against the world and the rest of its request. */
export interface Alternative extends Candidate {
  readonly verdict: Verdict;
  /** What it still has against it. */
  readonly findings: readonly Finding[];
  /** It brings a doubt the date did not have. Such come after all that bring none. */
  readonly hasNewDoubt: boolean;
}

/** What was left unlooked at because the bound was reached; nothing where `candidates` is 0. */
export interface Cut {
  readonly candidates: number;
}

/** -1, 0 or 1 as lists of numbers compare, first difference first. */
export function compareOrder(a: readonly number[], b: readonly number[]): number {
  for (const [index, value] of a.entries()) {
    const other = b[index];
    if (other === undefined) break;
    if (value !== other) return value < other ? -1 : 1;
  }
  return a.length - b.length;
}
