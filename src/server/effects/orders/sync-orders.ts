import type { ClaimId, OccurrenceId } from '@/core/ids';
import { ordersFor, type WantedOrder } from '@/core/work-orders/orders-for';
import { counteredKey, planOrders } from '@/core/work-orders/plan-orders';
import { siteZone } from '../../repositories/world/space-facts';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { loadStandingClaims, type StoredClaim } from '../../repositories/claims/claims';
import { loadTemplates } from './load-templates';
import { orderedDates } from './ordered-dates';
import type { Spot } from './neighbours';
import { takenBack } from './taken-back';
import { addOrders, followClaims, replaceOrders, reviseOrders, type OrderRow } from './store-orders';
import { findTurnovers, withCovers, type Pair, type Turnovers, type WantedDates } from './turnovers';
import { WorkOrder } from '../../db/tables/work-orders';
import {
  ORDERS_BY_KEY,
  ORDERS_COVERED_BY,
  SPOTS_LEFT,
  STANDING_CLAIMS,
  ORDERS_OF_DATES,
  TURNOVERS_BETWEEN,
} from './orders.queries';
import { loaded } from '@/core/lists';

async function wantedDates(change: ChangeSet, claims: readonly StoredClaim[]): Promise<WantedDates> {
  const tzid = await siteZone(change.tx);
  const book = await loadTemplates(change.tx, [...new Set(claims.map(({ requestId }) => requestId))]);
  const dateOf = await orderedDates(change.tx, claims);
  const made = new Map<StoredClaim, ReturnType<WantedDates['standing']>>();
  return {
    claims,
    standing: (claim) => {
      const before = made.get(claim);
      if (before) return before;
      const date = dateOf(claim);
      const found = {
        date,
        orders: ordersFor(date, book.forDate(claim.requestId, claim.occurrenceId), tzid),
      };
      made.set(claim, found);
      return found;
    },
  };
}

/** Where claims of these dates stood that orders were made for, and stand no more. */
async function spotsLeft(
  change: ChangeSet,
  stored: readonly OrderRow[],
  inForce: ReadonlySet<ClaimId>,
): Promise<Spot[]> {
  const gone = [...new Set(stored.map(({ claimId }) => claimId))].filter((id) => !inForce.has(id));
  if (!gone.length) return [];
  const rows = await change.tx.all(SPOTS_LEFT, { ids: gone });
  return rows.map(({ space, start, end }) => ({ spaceId: space, start, end }));
}

/** Orders of neighbours come under a turnover, or from under it, when a date beside them comes, changes or goes. */
async function coverNeighbours(
  change: ChangeSet,
  covers: ReadonlyMap<string, string>,
  over: readonly string[],
): Promise<void> {
  const rows = await change.tx.all(ORDERS_COVERED_BY, { keys: [...covers.keys()], over });
  const by = new Map(rows.map(({ id, key }) => [id, covers.get(key) ?? null]));
  await change.updateBy(WorkOrder, by, (_, covered_by) => ({ covered_by }));
}

/** Orders there are for these dates, and their claims that are to have orders. */
async function ordersAndClaims({ tx, at }: ChangeSet, occurrences: readonly OccurrenceId[]) {
  const rows = await tx.value(ORDERS_OF_DATES, { ids: occurrences });
  const ordered = new Set(rows.map(({ occurrenceId }) => occurrenceId));
  // What is only recorded afterwards gets no orders; what had some keeps them.
  const claims = (await loadStandingClaims(tx, occurrences)).filter(
    ({ status, content, occurrenceId }) =>
      status === 'in-force' && (content.event.end > at || ordered.has(occurrenceId)),
  );
  return { rows, claims };
}

type Merged = Turnovers['merged'][number];

/** Orders of others that the turnovers found now cover, or that those withdrawn have covered. */
async function followCovers(
  change: ChangeSet,
  merged: readonly Merged[],
  wanted: readonly WantedOrder[],
  withdrawn: readonly OrderRow[],
): Promise<void> {
  const own = new Set(wanted.map(({ key }) => key));
  const covers = new Map(
    merged.flatMap(({ order, covers: keys }) =>
      keys.filter((key) => !own.has(key)).map((key) => [key, order.key] as const),
    ),
  );
  if (covers.size || withdrawn.some(({ origin }) => origin === 'turnover'))
    await coverNeighbours(
      change,
      covers,
      withdrawn.map(({ key }) => key),
    );
}

/**
 * Brings the orders of these dates in line with what is in force, with the turnovers between them and those next to
 * them, in the change's own transaction.
 */
export async function syncOrders(change: ChangeSet, occurrences: readonly OccurrenceId[]): Promise<void> {
  const { rows, claims } = await ordersAndClaims(change, occurrences);
  const claimOfDate = new Map(claims.map((claim) => [claim.occurrenceId, claim.id]));
  const left = await spotsLeft(change, rows, new Set(claimOfDate.values()));
  const dates = await wantedDates(change, claims);
  const alone = claims.flatMap((claim) => dates.standing(claim).orders);
  const datesOf = (more: readonly StoredClaim[]) => wantedDates(change, more);
  const { merged, parted } = await findTurnovers(change.tx, claims, left, datesOf);

  const broken = await partedOrders(change, parted);
  const stored = new Map([...rows, ...broken].map((row) => [row.key, row]));
  const turnovers = merged.map(({ order }) => order);
  await addKnown(change, stored, turnovers);
  const wanted = [...withCovers(alone, merged), ...turnovers];
  const neighbourClaims = await standingClaims(change, turnovers, claimOfDate);
  const plan = planOrders(wanted, [...stored.values()]);
  const back = await takenBack(change, plan.takeBack);
  const isKnown = ({ key }: WantedOrder) => stored.has(key);
  const storedOf = loaded('the order', stored);
  const standingOf = loaded('the claim of date', [...neighbourClaims, ...claimOfDate]);
  const claimOf = (order: WantedOrder): ClaimId =>
    order.origin === 'counter' ? storedOf(counteredKey(order.key)).claimId : standingOf(order.occurrenceId);
  await addOrders(change, [...plan.add, ...back.filter((order) => !isKnown(order))], claimOf);
  await followClaims(change, wanted, stored, claimOf);
  await replaceOrders(change, plan.replace, stored, claimOf);
  await reviseOrders(change, [...plan.revise, ...back.filter(isKnown)], stored, claimOf);
  const withdrawn = plan.withdraw.map(storedOf);
  await change.updateVersioned(
    WorkOrder,
    withdrawn.map(({ id }) => id),
    { state: 'withdrawn', covered_by: null },
  );
  await followCovers(change, merged, wanted, withdrawn);
}

/** Turnovers of pairs that something has come between. */
const partedOrders = (change: ChangeSet, parted: readonly Pair[]): Promise<OrderRow[]> =>
  parted.length
    ? change.tx.value(TURNOVERS_BETWEEN, {
        pairs: parted.map(({ spaceId, before, after }) => [spaceId, before, after]),
      })
    : Promise.resolve([]);

/** Turnovers between two neighbours are known by neither of the dates that have changed. */
async function addKnown(
  change: ChangeSet,
  stored: Map<string, OrderRow>,
  turnovers: readonly WantedOrder[],
): Promise<void> {
  const missing = turnovers.map(({ key }) => key).filter((key) => !stored.has(key));
  if (!missing.length) return;
  const rows = await change.tx.value(ORDERS_BY_KEY, { keys: missing });
  for (const row of rows) stored.set(row.key, row);
}

async function standingClaims(
  change: ChangeSet,
  turnovers: readonly WantedOrder[],
  known: ReadonlyMap<OccurrenceId, ClaimId>,
): Promise<Map<OccurrenceId, ClaimId>> {
  const ids = turnovers.map(({ occurrenceId }) => occurrenceId).filter((id) => !known.has(id));
  if (!ids.length) return new Map();
  const rows = await change.tx.all(STANDING_CLAIMS, { ids });
  return new Map(rows.map(({ id, claim }) => [id, claim]));
}
