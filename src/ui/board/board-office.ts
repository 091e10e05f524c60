import { factsOf, type BoardData, type BoardPool, type BoardSpace } from '@/contracts/calendar/board';
import type { ResourceId, SpaceId } from '@/core/ids';
import type { SpaceFacts } from '@/core/checks/world';
import { openDuring, shutDuring } from '@/core/spaces/hours';
import type { Interval } from '@/core/time/epoch-minute';

export interface SpaceOnBoard extends Omit<BoardSpace, 'facts'> {
  readonly facts: SpaceFacts;
}

/** The house ready to look things up in. */
export interface BoardOffice {
  readonly tzid: string;
  readonly horizonMonths: number;
  readonly grainMin: number;
  readonly spaces: readonly SpaceOnBoard[];
  readonly pools: readonly BoardPool[];
  space(id: number): SpaceOnBoard | undefined;
  pool(id: number): BoardPool | undefined;
  /** Spaces that have the part. */
  withPart(part: ResourceId): readonly SpaceOnBoard[];
  /** When a space is open within a span, and the closures that lie in it with their reasons. */
  openIn(
    space: SpaceOnBoard,
    span: Interval,
  ): { readonly open: readonly Interval[]; readonly shut: SpaceFacts['closures'] };
}

export function boardOffice(house: BoardData): BoardOffice {
  const spaces = house.spaces.map((space): SpaceOnBoard => ({
    ...space,
    facts: factsOf(house, space),
  }));
  const byId = new Map<number, SpaceOnBoard>(spaces.map((space) => [space.id, space]));
  const pools = new Map<number, BoardPool>(house.pools.map((pool) => [pool.id, pool]));
  const byPart = new Map<ResourceId, SpaceOnBoard[]>();
  for (const space of spaces)
    for (const part of space.facts.parts) byPart.set(part, [...(byPart.get(part) ?? []), space]);
  // Most spaces share their hours with others: worked out once for each set and span.
  const known = new Map<string, ReturnType<BoardOffice['openIn']>>();
  const openIn: BoardOffice['openIn'] = (space, span) => {
    const key = `${space.hours} ${space.closures} ${span.start} ${span.end}`;
    const before = known.get(key);
    if (before) return before;
    const { hours, closures } = space.facts;
    const found = {
      open: openDuring(span, hours, closures, house.tzid),
      shut: shutDuring(span, closures),
    };
    if (known.size > 2000) known.clear();
    known.set(key, found);
    return found;
  };
  return {
    tzid: house.tzid,
    horizonMonths: house.horizonMonths,
    grainMin: house.grainMin,
    spaces,
    pools: house.pools,
    space: (id) => byId.get(id),
    pool: (id) => pools.get(id),
    withPart: (part) => byPart.get(part) ?? [],
    openIn,
  };
}

/** The first layout a space offers, with its usual minutes; empty floor where it offers none. */
export const usualLayout = ({ facts }: SpaceOnBoard, layout?: string) =>
  facts.layouts.find((offer) => offer.layout === layout) ??
  facts.layouts[0] ?? { layout: 'empty' as const, seats: 0, setupMin: 0, strikeMin: 0 };

export const asSpaceId = (id: number): SpaceId => id as SpaceId;
