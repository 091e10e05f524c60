import { t, untranslated } from '@/contracts/language/translate';
import type {
  MarkOrderInput,
  MarkReply,
  ReadOrderInput,
  TickOrderInput,
} from '@/contracts/work-orders/mark-order';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { ownOrder, type OwnOrder } from './own-orders';
import { WorkOrder } from '../../db/tables/work-orders';
import { readJson, writeJson } from '../../db/tables/column';
import type { EpochMinute } from '@/core/time/epoch-minute';

function stateSince(order: OwnOrder): string {
  if (order.state === 'withdrawn') return t`The work order was withdrawn: the date was cancelled.`;
  if (order.covered_by !== null) return t`A turnover takes its place now.`;
  return order.state === 'done'
    ? t`${order.done_by ?? t`Someone`} marked it done.`
    : t`The work order has a new version.`;
}

const isGone = (order: OwnOrder): boolean => order.state === 'withdrawn' || order.covered_by !== null;

/** Marks an order done, or open again after a slip of the thumb. Who marks it done has read it. */
export async function markOrder(
  ctx: SignedInContext,
  id: number,
  input: MarkOrderInput,
): Promise<Outcome<MarkReply>> {
  const action =
    input.state === 'done'
      ? untranslated('marked a work order done')
      : untranslated('opened a work order again');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const order = await ownOrder(ctx, change, id);
    if (!order.ok) return order;
    if (order.value.row_version !== input.version || isGone(order.value))
      return refuse({ code: 'stale', since: stateSince(order.value) });
    const isDone = input.state === 'done';
    const hasNews = isDone && order.value.seen_version < order.value.version;
    await change.updateVersioned(WorkOrder, [id], {
      state: input.state,
      done_at_min: isDone ? change.at : null,
      done_by_id: isDone ? ctx.viewer.personId : null,
      ...(hasNews && seenBy(ctx, order.value.version, change.at)),
    });
    return done({ changed: 1, summary: t(action) });
  });
}

const seenBy = ({ viewer }: SignedInContext, version: number, at: EpochMinute) => ({
  seen_version: version,
  seen_by_id: viewer.personId,
  seen_at_min: at,
});

/** Says that the team has read the version that is in force; an older one is refused, for it is not what stands now. */
export async function readOrder(
  ctx: SignedInContext,
  id: number,
  input: ReadOrderInput,
): Promise<Outcome<MarkReply>> {
  const action = untranslated('read the changed work order');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const order = await ownOrder(ctx, change, id);
    if (!order.ok) return order;
    if (order.value.version !== input.version || isGone(order.value))
      return refuse({ code: 'stale', since: stateSince(order.value) });
    // Two of a team may read it at once: the first is kept.
    if (order.value.seen_version < input.version)
      await change.update(WorkOrder, [id], () => seenBy(ctx, input.version, change.at));
    return done({ changed: 1, summary: t(action) });
  });
}

/** Ticks a line of the checklist, or takes the tick away. Lines that are gone from the order are refused. */
export async function tickOrder(
  ctx: SignedInContext,
  id: number,
  input: TickOrderInput,
): Promise<Outcome<MarkReply>> {
  const action = input.isTicked
    ? untranslated('ticked a line of a work order')
    : untranslated('took a tick away');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const order = await ownOrder(ctx, change, id);
    if (!order.ok) return order;
    const { checklist = [] } = readJson(order.value.content);
    if (isGone(order.value) || !checklist.includes(input.line))
      return refuse({ code: 'stale', since: stateSince(order.value) });
    const ticked = new Set(readJson(order.value.ticks));
    if (input.isTicked) ticked.add(input.line);
    else ticked.delete(input.line);
    await change.update(WorkOrder, [id], () => ({ ticks: writeJson([...ticked]) }));
    return done({ changed: 1, summary: t(action) });
  });
}
