import { fittingOffer } from '../checks/place-search';
import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import type { WantedSpace } from '../occupancy/bands';
import type { SpaceFacts } from '../checks/world';
import { isSeated } from '../seating/layouts';
import type { LayoutOffer } from '../seating/capacity';
import type { SpaceSwap } from './alternative';

/** A space with its building, by position in the order of the house: near in the order is near on the ground. */
export interface SpaceInBuilding {
  readonly facts: SpaceFacts;
  readonly building: number;
  readonly isOutdoor: boolean;
}

/** What may be looked at, and how far. */
export interface Bounds {
  readonly tzid: string;
  /** First day of the week, 1 = Monday. */
  readonly weekStart: number;
  /** Starts are whole steps of the day, in minutes. */
  readonly grainMin: number;
  /** How far a date is moved within its day, in minutes. */
  readonly mostShiftMin: number;
  /** Every space in use, in the order of the house. */
  readonly spaces: readonly SpaceInBuilding[];
  substitutesOf(type: EquipmentTypeId): readonly EquipmentTypeId[];
  unitsOf(type: EquipmentTypeId): readonly ResourceId[];
  /** The office may hire in. */
  readonly mayHireIn: boolean;
}

/**
 * How a space would be set to take the place of another: as that one was to be, else in the smallest of its layouts
 * that seat the people where they were to sit. Null where it would not do, whatever the day: too small, without what is
 * needed, or in the open for what was to be under a roof.
 */
export function offerInstead(
  from: WantedSpace,
  isFromOutdoor: boolean,
  { facts, isOutdoor }: SpaceInBuilding,
): LayoutOffer | null {
  const { spaceId, people, layout, features = [] } = from;
  if (facts.id === spaceId || (isOutdoor && !isFromOutdoor)) return null;
  const alike = facts.layouts.filter((each) => isSeated(each.layout) === isSeated(layout));
  return (
    fittingOffer(facts, { people, layout, features }) ??
    fittingOffer({ ...facts, layouts: alike }, { people, layout: null, features })
  );
}

/** One space instead of another, with what it is ranked by: compared number by number, the smaller first. */
export interface RankedSwap {
  readonly swap: SpaceSwap;
  readonly order: readonly number[];
}

/** Where each space of the office stands among all of them, from 0 in their order. */
export type Positions = ReadonlyMap<SpaceId, { readonly housed: SpaceInBuilding; readonly position: number }>;
const positionsFor = new WeakMap<Bounds, Positions>();

/** The positions of every space in the bounds; worked out once for the same bounds. Positions count from 0. */
export function positionsIn(bounds: Bounds): Positions {
  let known = positionsFor.get(bounds);
  if (!known) {
    known = new Map(bounds.spaces.map((housed, position) => [housed.facts.id, { housed, position }]));
    positionsFor.set(bounds, known);
  }
  return known;
}

const rankedFor = new WeakMap<Bounds, Map<string, RankedSwap[]>>();

/**
 * The dates of a series want the same: what is ranked for one is ranked for all. Nearest first; empty where nothing
 * does.
 */
export function rankedOnce(
  bounds: Bounds,
  from: WantedSpace,
  rank: () => RankedSwap[],
): readonly RankedSwap[] {
  const { spaceId, layout, people, features = [] } = from;
  const key = `${spaceId} ${layout} ${people} ${features.join()}`;
  let known = rankedFor.get(bounds);
  if (!known) rankedFor.set(bounds, (known = new Map()));
  let ranked = known.get(key);
  if (!ranked) known.set(key, (ranked = rank()));
  return ranked;
}
