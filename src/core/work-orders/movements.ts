import type { EquipmentTypeId, SpaceId } from '../ids';
import type { EpochMinute, Interval } from '../time/epoch-minute';

/** Things of one type that leave a space after an event, or have to come to it before one. */
export interface Lot {
  readonly key: string;
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
  readonly spaceId: SpaceId;
  readonly building: string;
  /** When the crew has the space: strike for what leaves, setup for what comes. Both ends count. */
  readonly crewTime: Interval;
}

/** Straight from one event to the next, past the store. */
export interface Movement {
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
  readonly from: string;
  readonly to: string;
  /** When it leaves the first space. */
  readonly leaves: EpochMinute;
  readonly arrives: EpochMinute;
}

/** Minutes to carry this type from one space to another. */
export type CarryMinutes = (type: EquipmentTypeId) => number;

interface Way {
  readonly from: number;
  readonly to: number;
  readonly leaves: EpochMinute;
  readonly arrives: EpochMinute;
  readonly gain: number;
}

/**
 * What one thing saves: through the store it is carried twice; directly once; where it stays, not at all. Near wins over
 * far between equals, and never over a carry.
 */
export const savedCarries = (leaving: Lot, coming: Lot): number =>
  leaving.spaceId === coming.spaceId ? 2 : 1;
// So little that all of a lot together never outweighs one carry.
const NEAR = 1e-6;

function wayBetween(leaving: Lot, coming: Lot, from: number, to: number, carry: CarryMinutes): Way | null {
  const minutes = leaving.spaceId === coming.spaceId ? 0 : carry(leaving.typeId);
  const leaves = Math.max(leaving.crewTime.start, coming.crewTime.start - minutes);
  if (leaves > Math.min(leaving.crewTime.end, coming.crewTime.end - minutes)) return null;
  const gain = savedCarries(leaving, coming) + (leaving.building === coming.building ? NEAR : 0);
  return { from, to, leaves: leaves as EpochMinute, arrives: (leaves + minutes) as EpochMinute, gain };
}

/** Where a lot of another way could be taken from instead, found by going back along what is moved already. */
interface Step {
  readonly way: number;
  readonly isBack: boolean;
}

/** The chain of changes that gains most, by Bellman and Ford; null where none gains anything. */
function bestChain(
  ways: readonly Way[],
  moved: readonly number[],
  left: readonly number[],
  lacking: readonly number[],
): Step[] | null {
  const fromGain = left.map((quantity) => (quantity > 0 ? 0 : -Infinity));
  const toGain = lacking.map(() => -Infinity);
  const cameFrom: (Step | null)[] = left.map(() => null);
  const cameTo: (Step | null)[] = lacking.map(() => null);
  for (let round = 0, isBetter = true; isBetter && round <= left.length + lacking.length; round += 1) {
    isBetter = false;
    ways.forEach(({ from, to, gain }, way) => {
      if (fromGain[from]! + gain > toGain[to]! + 1e-9) {
        toGain[to] = fromGain[from]! + gain;
        cameTo[to] = { way, isBack: false };
        isBetter = true;
      }
      if (moved[way]! > 0 && toGain[to]! - gain > fromGain[from]! + 1e-9) {
        fromGain[from] = toGain[to]! - gain;
        cameFrom[from] = { way, isBack: true };
        isBetter = true;
      }
    });
  }
  const open = lacking.flatMap((quantity, to) => (quantity > 0 && toGain[to]! > 1e-9 ? [to] : []));
  if (!open.length) return null;
  let at = open.reduce((best, to) => (toGain[to]! > toGain[best]! ? to : best));
  const chain: Step[] = [];
  for (;;) {
    const step = cameTo[at]!;
    chain.unshift(step);
    const { from } = ways[step.way]!;
    const before = cameFrom[from];
    if (!before) return chain;
    chain.unshift(before);
    at = ways[before.way]!.to;
  }
}

function movementsOf(leaving: readonly Lot[], coming: readonly Lot[], carry: CarryMinutes): Movement[] {
  const ways = leaving.flatMap((lot, from) =>
    coming.flatMap((other, to) => wayBetween(lot, other, from, to, carry) ?? []),
  );
  const moved = ways.map(() => 0);
  const left = leaving.map(({ quantity }) => quantity);
  const lacking = coming.map(({ quantity }) => quantity);
  for (;;) {
    const chain = bestChain(ways, moved, left, lacking);
    if (!chain) break;
    const [first, last] = [ways[chain[0]!.way]!.from, ways[chain.at(-1)!.way]!.to];
    const back = chain.filter(({ isBack }) => isBack).map(({ way }) => moved[way]!);
    const quantity = Math.min(left[first]!, lacking[last]!, ...back);
    for (const { way, isBack } of chain) moved[way]! += isBack ? -quantity : quantity;
    left[first]! -= quantity;
    lacking[last]! -= quantity;
  }
  return ways.flatMap(({ from, to, leaves, arrives }, way) =>
    moved[way]! > 0
      ? [
          {
            typeId: leaving[from]!.typeId,
            quantity: moved[way]!,
            from: leaving[from]!.key,
            to: coming[to]!.key,
            leaves,
            arrives,
          },
        ]
      : [],
  );
}

/**
 * Which things go straight to their next event, so that the most carrying is saved: a transport of most gain by
 * successive best chains (Ahuja, Magnanti and Orlin, Network Flows, 9.7; value from memory). A thing moves while the crew
 * has both spaces, or reaches the second as its setup begins. Stock is never counted by it: what is not moved so goes
 * through the store, and there is enough of it there.
 */
export function planMovements(
  leaving: readonly Lot[],
  coming: readonly Lot[],
  carry: CarryMinutes,
): Movement[] {
  const types = [...new Set(leaving.map(({ typeId }) => typeId))];
  const of = (lots: readonly Lot[], type: EquipmentTypeId) => lots.filter(({ typeId }) => typeId === type);
  return types
    .flatMap((type) => movementsOf(of(leaving, type), of(coming, type), carry))
    .sort((a, b) => a.leaves - b.leaves || a.arrives - b.arrives || a.typeId - b.typeId);
}
