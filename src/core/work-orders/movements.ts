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

/** A lot that leaves, and how much of it is still to go somewhere. */
interface Source {
  readonly lot: Lot;
  left: number;
}

/** A lot that comes, and how much of it is still to come from somewhere. */
interface Sink {
  readonly lot: Lot;
  lacking: number;
}

interface Way {
  readonly from: Source;
  readonly to: Sink;
  readonly leaves: EpochMinute;
  readonly arrives: EpochMinute;
  readonly gain: number;
  moved: number;
}

/**
 * What one thing saves: through the store it is carried twice; directly once; where it stays, not at all. Near wins over
 * far between equals, and never over a carry.
 */
export const savedCarries = (leaving: Lot, coming: Lot): number =>
  leaving.spaceId === coming.spaceId ? 2 : 1;
// So little that all of a lot together never outweighs one carry.
const NEAR = 1e-6;

function wayBetween(from: Source, to: Sink, carry: CarryMinutes): Way | null {
  const [leaving, coming] = [from.lot, to.lot];
  const minutes = leaving.spaceId === coming.spaceId ? 0 : carry(leaving.typeId);
  const leaves = Math.max(leaving.crewTime.start, coming.crewTime.start - minutes);
  if (leaves > Math.min(leaving.crewTime.end, coming.crewTime.end - minutes)) return null;
  const gain = savedCarries(leaving, coming) + (leaving.building === coming.building ? NEAR : 0);
  const arrives = (leaves + minutes) as EpochMinute;
  return { from, to, leaves: leaves as EpochMinute, arrives, gain, moved: 0 };
}

/** A chain of changes from a lot that has some left: ways that are used more, and such as are used less for it. */
interface Chain {
  readonly source: Source;
  readonly gain: number;
  readonly more: readonly Way[];
  readonly less: readonly Way[];
}

const gainOf = (chain: Chain | undefined): number => chain?.gain ?? -Infinity;
/** Sums of gains are compared with so much slack. */
const SLACK = 1e-9;

/** The best chain to each lot that comes, by Bellman and Ford. */
function chainsTo(ways: readonly Way[], sources: readonly Source[], rounds: number): Map<Sink, Chain> {
  const to = new Map<Sink, Chain>();
  const from = new Map<Source, Chain>();
  for (const source of sources)
    if (source.left > 0) from.set(source, { source, gain: 0, more: [], less: [] });
  for (let round = 0, isBetter = true; isBetter && round <= rounds; round += 1) {
    isBetter = false;
    for (const way of ways) {
      const before = from.get(way.from);
      if (before && before.gain + way.gain > gainOf(to.get(way.to)) + SLACK) {
        to.set(way.to, { ...before, gain: before.gain + way.gain, more: [...before.more, way] });
        isBetter = true;
      }
      const there = way.moved > 0 ? to.get(way.to) : undefined;
      if (there && there.gain - way.gain > gainOf(before) + SLACK) {
        from.set(way.from, { ...there, gain: there.gain - way.gain, less: [...there.less, way] });
        isBetter = true;
      }
    }
  }
  return to;
}

/** The chain that gains most where something is lacking; null where none gains anything. */
function bestChain(chains: ReadonlyMap<Sink, Chain>, sinks: readonly Sink[]): [Sink, Chain] | null {
  let best: [Sink, Chain] | null = null;
  for (const sink of sinks) {
    const chain = sink.lacking > 0 ? chains.get(sink) : undefined;
    if (chain && chain.gain > (best ? best[1].gain : SLACK)) best = [sink, chain];
  }
  return best;
}

function movementsOf(leaving: readonly Lot[], coming: readonly Lot[], carry: CarryMinutes): Movement[] {
  const sources = leaving.map((lot): Source => ({ lot, left: lot.quantity }));
  const sinks = coming.map((lot): Sink => ({ lot, lacking: lot.quantity }));
  const ways = sources.flatMap((from) => sinks.flatMap((to) => wayBetween(from, to, carry) ?? []));
  for (;;) {
    const best = bestChain(chainsTo(ways, sources, sources.length + sinks.length), sinks);
    if (!best) break;
    const [sink, { source, more, less }] = best;
    const quantity = Math.min(source.left, sink.lacking, ...less.map(({ moved }) => moved));
    for (const way of more) way.moved += quantity;
    for (const way of less) way.moved -= quantity;
    source.left -= quantity;
    sink.lacking -= quantity;
  }
  return ways.flatMap(({ from, to, leaves, arrives, moved: quantity }) => {
    const { typeId, key } = from.lot;
    return quantity > 0 ? [{ typeId, quantity, from: key, to: to.lot.key, leaves, arrives }] : [];
  });
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
