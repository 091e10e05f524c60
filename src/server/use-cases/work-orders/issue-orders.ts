import { t, untranslated } from '@/contracts/language/translate';
import { countText } from '@/contracts/words/when';
import type { AssignOrdersInput, IssueOrdersInput, MarkReply } from '@/contracts/work-orders/mark-order';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { changeByTime } from '../../effects/change-by-time';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import type { Writer } from '../../db/connection';
import { teamFaults } from './team-people';
import { WorkOrder } from '../../db/tables/work-orders';
import { ORDERS_DUE, PICKED_ORDERS } from './set-up.queries';

/** So many at a time: whoever wants to write meanwhile waits for one lot and not for a whole season. */
const LOT = 500;

/**
 * Issues what is to be issued by now, a lot at a time. An outage only makes the lot larger: what was missed is issued by
 * the next run, and what is issued is looked at no more. Gives how many; fewer than a lot is the last.
 */
export async function issueDueOrders(tx: Writer, now: EpochMinute): Promise<number> {
  const due = await tx.all(ORDERS_DUE, { now, most: LOT });
  if (!due.length) return 0;
  // Named by its first order: the same lot after a crash is the same change.
  const command = { action: 'issued orders whose day has come', key: () => `issue:${due[0]?.id}:${now}` };
  return changeByTime(tx, now, command, async (change) => {
    const ids = due.map(({ id }) => id);
    await change.updateVersioned(WorkOrder, ids, { issued_min: now });
    for (const { request_id } of due) change.requestIds.add(request_id);
    return due.length;
  });
}

export const isWholeLot = (count: number): boolean => count === LOT;

interface PickedOrder {
  readonly id: number;
  readonly state: string;
  readonly issued_min: number | null;
  readonly team_id: number;
  readonly request_id: RequestId;
}

async function picked(change: ChangeSet, ids: readonly number[]): Promise<Outcome<readonly PickedOrder[]>> {
  const orders = await change.tx.all(PICKED_ORDERS, { ids });
  if (orders.length < new Set(ids).size) return refuse({ code: 'not-found', what: t`such work order` });
  if (orders.some(({ state }) => state === 'withdrawn'))
    return refuse({ code: 'stale', since: t`One of the work orders was withdrawn: its date was cancelled.` });
  for (const order of orders) change.requestIds.add(order.request_id);
  return done(orders);
}

/** Issues orders before their day, by hand. Those that are issued already stay as they are. */
export async function issueOrders(
  ctx: SignedInContext,
  input: IssueOrdersInput,
): Promise<Outcome<MarkReply>> {
  const action = untranslated('issued work orders by hand');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const orders = await picked(change, input.orders);
    if (!orders.ok) return orders;
    const waiting = orders.value.filter(({ issued_min }) => issued_min === null);
    await change.updateVersioned(
      WorkOrder,
      waiting.map(({ id }) => id),
      { issued_min: change.at },
    );
    return done({
      changed: waiting.length,
      summary: t`issued ${countText(waiting.length, 'order', 'orders')}`,
    });
  });
}

/** Gives orders to somebody of their team, or back to the team. */
export async function assignOrders(
  ctx: SignedInContext,
  input: AssignOrdersInput,
): Promise<Outcome<MarkReply>> {
  const action =
    input.personId === null ? untranslated('unassigned work orders') : untranslated('assigned work orders');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const orders = await picked(change, input.orders);
    if (!orders.ok) return orders;
    for (const teamId of new Set(orders.value.map(({ team_id }) => team_id))) {
      const faults = await teamFaults(change.tx, { teamId, personId: input.personId });
      if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    }
    await change.updateVersioned(WorkOrder, input.orders, { person_id: input.personId });
    return done({ changed: orders.value.length, summary: t(action) });
  });
}
