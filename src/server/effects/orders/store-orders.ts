import { createHash } from 'node:crypto';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { sameContent, type OrderContent } from '@/core/work-orders/order-content';
import type { WantedOrder } from '@/core/work-orders/orders-for';
import type { StoredOrder } from '@/core/work-orders/plan-orders';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { writeJson } from '../../db/tables/column';
import type { NewRow } from '../../db/tables/table';
import { WorkOrder, WorkOrderVersion } from '../../db/tables/work-orders';
import { VERSIONS_IN_FORCE } from './orders.queries';
import { loaded } from '@/core/lists';

export interface OrderRow extends StoredOrder {
  readonly id: number;
  readonly version: number;
  readonly claimId: ClaimId;
  readonly occurrenceId: OccurrenceId;
  readonly coveredBy: string | null;
}

export type ClaimOf = (order: WantedOrder) => ClaimId;

const hashOf = (content: string): string => createHash('sha256').update(content).digest('hex').slice(0, 16);

const versionRow = (
  orderId: number,
  version: number,
  content: OrderContent,
): NewRow<typeof WorkOrderVersion> => {
  const text = writeJson(content);
  return { order_id: orderId, version, content: text, hash: hashOf(text) };
};

/** Issued now where it is due to be: at once, or on a day that has come. */
const issuedAt = ({ issueMin }: WantedOrder, now: EpochMinute): EpochMinute | null =>
  issueMin === null || issueMin <= now ? now : null;

const columnsOf = (order: WantedOrder, claimId: ClaimId) => ({
  claim_id: claimId,
  team_id: order.teamId,
  phase: order.phase,
  space_id: order.spaceId,
  due_min: order.content.dueMin,
  from_min: order.content.fromMin,
  work_min: order.workMin,
  covered_by: order.coveredBy,
});

export async function addOrders(
  change: ChangeSet,
  orders: readonly WantedOrder[],
  claimOf: ClaimOf,
): Promise<void> {
  const numbered = await change.numbered(WorkOrder, orders);
  await change.insert(
    WorkOrder,
    numbered.map(([id, order]) => ({
      id,
      order_key: order.key,
      occurrence_id: order.occurrenceId,
      after_occurrence_id: order.afterOccurrenceId,
      ...columnsOf(order, claimOf(order)),
      origin: order.origin,
      person_id: order.personId,
      issue_min: order.issueMin ?? change.at,
      issued_min: issuedAt(order, change.at),
      state: 'open',
      version: 1,
    })),
  );
  await change.insert(
    WorkOrderVersion,
    numbered.map(([id, { content }]) => versionRow(id, 1, content)),
  );
}

/** An order as it is to be, beside its row as it is stored. */
type Restored = readonly [wanted: WantedOrder, stored: OrderRow];

const restored = (
  orders: readonly WantedOrder[],
  stored: ReadonlyMap<string, OrderRow>,
): readonly Restored[] => {
  const storedOf = loaded('the order', stored);
  return orders.map((order) => [order, storedOf(order.key)]);
};

/** Not issued yet: the same version says something else, and nobody is told. */
export async function replaceOrders(
  change: ChangeSet,
  orders: readonly WantedOrder[],
  stored: ReadonlyMap<string, OrderRow>,
  claimOf: ClaimOf,
): Promise<void> {
  if (!orders.length) return;
  const byId = new Map(restored(orders, stored).map(([order, { id }]) => [id, order]));
  const old = await change.tx.all(VERSIONS_IN_FORCE, { ids: [...byId.keys()] });
  await change.remove(WorkOrderVersion, old);
  const orderOf = loaded('the order', byId);
  await change.insert(
    WorkOrderVersion,
    old.map(({ order_id, version }) => versionRow(order_id, version, orderOf(order_id).content)),
  );
  await change.updateBy(WorkOrder, byId, (row, order) => ({
    ...columnsOf(order, claimOf(order)),
    issue_min: order.issueMin ?? change.at,
    issued_min: issuedAt(order, change.at),
    state: 'open',
    row_version: row.row_version + 1,
  }));
}

/** Issued before: a new version where it says something else, and open again. */
export async function reviseOrders(
  change: ChangeSet,
  orders: readonly WantedOrder[],
  stored: ReadonlyMap<string, OrderRow>,
  claimOf: ClaimOf,
): Promise<void> {
  const all = restored(orders, stored);
  const isNew = ([order, old]: Restored) => !sameContent(old.content, order.content);
  const byId = new Map(all.map((each) => [each[1].id, each]));
  await change.updateBy(WorkOrder, byId, (row, each) => ({
    ...columnsOf(each[0], claimOf(each[0])),
    state: 'open',
    done_at_min: null,
    done_by_id: null,
    version: row.version + (isNew(each) ? 1 : 0),
    row_version: row.row_version + 1,
  }));
  await change.insert(
    WorkOrderVersion,
    all.filter(isNew).map(([order, { id, version }]) => versionRow(id, version + 1, order.content)),
  );
}

/** Orders that say the same still belong to the claim that is in force now, and may be done by another from now on. */
export async function followClaims(
  change: ChangeSet,
  wanted: readonly WantedOrder[],
  stored: ReadonlyMap<string, OrderRow>,
  claimOf: ClaimOf,
): Promise<void> {
  const kept = wanted.flatMap((order) => {
    const row = stored.get(order.key);
    return row && row.state !== 'withdrawn' && order.origin !== 'counter' ? [[row.id, order] as const] : [];
  });
  await change.updateBy(WorkOrder, new Map(kept), (_, order) => ({
    claim_id: claimOf(order),
    space_id: order.spaceId,
    covered_by: order.coveredBy,
  }));
}
