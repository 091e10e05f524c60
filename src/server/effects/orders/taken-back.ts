import { earlier } from '@/core/time/epoch-minute';
import type { WantedOrder } from '@/core/work-orders/orders-for';
import { counterContent, type TakeBack } from '@/core/work-orders/plan-orders';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { OrderRow } from './store-orders';
import { DONE_ORDERS } from './orders.queries';
import { loaded } from '@/core/lists';

/** The orders that take back what was set for nothing: the same things the other way, at once. */
export async function takenBack(
  change: ChangeSet,
  all: readonly TakeBack<OrderRow>[],
): Promise<WantedOrder[]> {
  if (!all.length) return [];
  const rows = await change.tx.all(DONE_ORDERS, { now: change.at, ids: all.map(({ done }) => done.id) });
  const doneOf = loaded(
    'the order',
    rows.map((row) => [row.id, row] as const),
  );
  return all.map(({ done, key }) => {
    const { occurrenceId, afterOccurrenceId, spaceId, teamId, workMin, next, end } = doneOf(done.id);
    return {
      key,
      origin: 'counter',
      occurrenceId,
      afterOccurrenceId,
      spaceId,
      teamId,
      personId: null,
      phase: 'strike',
      workMin,
      issueMin: null,
      coveredBy: null,
      isBandWork: false,
      content: counterContent(done, {
        fromMin: change.at,
        dueMin: earlier(end, next ?? end),
      }),
    };
  });
}
