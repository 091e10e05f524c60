import type { EquipmentTypeId, OccurrenceId, SpaceId } from '@/core/ids';
import { occupiedOf } from '@/core/occupancy/bands';
import { TOP_UP_MIN } from '@/core/occupancy/turnover';
import type { WantedOrder } from '@/core/work-orders/orders-for';
import { turnoverOrders, type Merged, type StandingSlot } from '@/core/work-orders/turnover-orders';
import type { Reader } from '../../db/connection';
import { loadClaims, type StoredClaim } from '../../repositories/claims/claims';
import { nextTo, type Beside, type Spot } from './neighbours';
import { TURNOVER_FACTS, STANDING_APPROVED } from './orders.queries';
import { pairs, loaded } from '@/core/lists';

/** The orders of dates as they stand alone. */
export interface WantedDates {
  readonly claims: readonly StoredClaim[];
  standing(claim: StoredClaim): Omit<StandingSlot, 'slot'>;
}

export interface Turnovers {
  readonly merged: readonly Merged[];
  /** Pairs that something has come between: their turnovers are over. */
  readonly parted: readonly Pair[];
}

/** Two dates side by side in a space. */
export interface Pair {
  readonly spaceId: SpaceId;
  readonly before: OccurrenceId;
  readonly after: OccurrenceId;
}

const pairKey = ({ spaceId, before, after }: Pair): string => `${spaceId}:${before}:${after}`;

const spotsOf = ({ content }: StoredClaim): Spot[] =>
  content.spaces.map((space) => ({ spaceId: space.spaceId, ...occupiedOf(content, space) }));

interface Near {
  readonly spot: Spot;
  readonly occurrenceId: OccurrenceId;
  readonly before: Beside;
  readonly after: Beside;
}

async function nearOf(reader: Reader, claims: readonly StoredClaim[]): Promise<Near[]> {
  const own = claims.flatMap((claim) =>
    spotsOf(claim).map((spot) => ({ spot, occurrenceId: claim.occurrenceId })),
  );
  const spots = own.map(({ spot }) => spot);
  const before = await nextTo(reader, spots, 'before');
  const after = await nextTo(reader, spots, 'after');
  return pairs(own, pairs(before, after)).map(([each, [first, second]]) => ({
    ...each,
    before: first,
    after: second,
  }));
}

/** Where something has gone, what stood on both sides of it may stand side by side now, in whatever space. */
async function closedUp(reader: Reader, left: readonly Spot[]): Promise<Pair[]> {
  const beside = (await nextTo(reader, left, 'before')).flatMap(({ onParts }) => onParts);
  const before = [...new Map(beside.map((each) => [`${each.claimId}:${each.spaceId}`, each])).values()];
  const after = await nextTo(reader, before, 'after');
  return pairs(before, after).flatMap(([{ spaceId, occurrenceId }, { same: next }]) => {
    return next ? [{ spaceId, before: occurrenceId, after: next.occurrenceId }] : [];
  });
}

/** Pairs that a date stands between on some part of their floor. */
const partedBy = ({ before, after }: Near): Pair[] =>
  before.onParts.flatMap((left) =>
    after.onParts.flatMap((right) =>
      left.part === right.part && left.spaceId === right.spaceId
        ? [{ spaceId: left.spaceId, before: left.occurrenceId, after: right.occurrenceId }]
        : [],
    ),
  );

const standingSlot = (dates: WantedDates, claim: StoredClaim, spaceId: SpaceId): StandingSlot => ({
  ...dates.standing(claim),
  slot: claim.content.spaces.findIndex((space) => space.spaceId === spaceId),
});

/** Dates that stand side by side in one space: those that have changed with their neighbours, and what has closed up. */
async function pairsOf(
  reader: Reader,
  near: Awaited<ReturnType<typeof nearOf>>,
  left: readonly Spot[],
): Promise<Pair[]> {
  const touching = near.flatMap(({ spot: { spaceId }, occurrenceId, before, after }): Pair[] => [
    ...(before.same ? [{ spaceId, before: before.same.occurrenceId, after: occurrenceId }] : []),
    ...(after.same ? [{ spaceId, before: occurrenceId, after: after.same.occurrenceId }] : []),
  ]);
  const all = [...touching, ...(await closedUp(reader, left))];
  return [...new Map(all.map((pair) => [pairKey(pair), pair])).values()];
}

/**
 * What is done between the dates that have changed and those next to them in the same space, and between those that stand
 * side by side since something has left from between them.
 */
export async function findTurnovers(
  reader: Reader,
  changed: readonly StoredClaim[],
  left: readonly Spot[],
  datesOf: (claims: readonly StoredClaim[]) => Promise<WantedDates>,
): Promise<Turnovers> {
  const near = await nearOf(reader, changed);
  const pairs = await pairsOf(reader, near, left);
  const parted = near.flatMap(partedBy);
  if (!pairs.length) return { merged: [], parted };
  const known = new Map(changed.map((claim) => [claim.occurrenceId, claim]));
  const others = pairs.flatMap(({ before, after }) => [before, after]).filter((id) => !known.has(id));
  for (const claim of await standingOf(reader, others)) known.set(claim.occurrenceId, claim);
  const dates = await datesOf([...known.values()]);
  const facts = await reader.value(TURNOVER_FACTS, { ids: [...known.keys()] });
  const done = new Set(facts.done);
  const minutesOf = loaded('equipment', Object.entries(facts.carry));
  const claimOf = loaded('the claim of date', known);
  const carry = (type: EquipmentTypeId) => {
    const [fetchMin, returnMin] = minutesOf(String(type));
    return { fetchMin, returnMin };
  };
  const merged = pairs.flatMap(({ spaceId, before, after }) =>
    turnoverOrders(
      {
        before: standingSlot(dates, claimOf(before), spaceId),
        after: standingSlot(dates, claimOf(after), spaceId),
        topUpMin: facts.topUp[spaceId] ?? TOP_UP_MIN,
        carry,
      },
      (key) => done.has(key),
    ),
  );
  return { merged, parted };
}

async function standingOf(reader: Reader, occurrences: readonly OccurrenceId[]): Promise<StoredClaim[]> {
  if (!occurrences.length) return [];
  const rows = await reader.all(STANDING_APPROVED, { ids: [...new Set(occurrences)] });
  return loadClaims(
    reader,
    rows.map(({ id }) => id),
  );
}

/** Orders with those that a turnover does marked as covered by it. */
export function withCovers(orders: readonly WantedOrder[], merged: readonly Merged[]): WantedOrder[] {
  const by = new Map(merged.flatMap(({ order, covers }) => covers.map((key) => [key, order.key] as const)));
  return orders.map((order) => ({ ...order, coveredBy: by.get(order.key) ?? null }));
}
