import { rulesThatBefallBy } from '@/core/checks/findings';
import { t, untranslated } from '@/contracts/language/translate';
import type { ImpactReply } from '@/contracts/administration/stock-and-closures';
import type { ReturnInput } from '@/contracts/work-orders/stores';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText, momentText } from '@/contracts/words/when';
import { FAR, later, type EpochMinute } from '@/core/time/epoch-minute';
import type { OrderContent } from '@/core/work-orders/order-content';
import { runChangeSet } from '../../effects/run-change-set';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { SignedInContext } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { riskBy, riskText } from '../administration/stock/stock-line';
import { inEntryHistory } from '../administration/entries/around-entry';
import { ownOrder } from './own-orders';
import { COUNTED_BEFORE, IS_BACK_AT, NAME_OF_TYPE, LEAVES_STORE_AT } from './set-up.queries';
import type { EquipmentTypeId } from '@/core/ids';
import { EquipmentReturn } from '../../db/tables/work-orders';
import { StockLine } from '../../db/tables/spaces';
import { readJson } from '../../db/tables/column';

/** How many of a type an order brings back. */
function expectedOf(content: OrderContent, name: string): number {
  const things = content.turnover ? content.turnover.takeAway : content.equipment;
  return things.filter((thing) => thing.name === name).reduce((sum, { quantity }) => sum + quantity, 0);
}

/** What was missed by an earlier count is there again before it is counted anew. */
async function takeBackCount(change: ChangeSet, orderId: number, typeId: EquipmentTypeId): Promise<void> {
  const [before] = await change.tx.all(COUNTED_BEFORE, { orderId, typeId });
  await change.tx.table(EquipmentReturn).remove({ order_id: orderId, type_id: typeId });
  if (before?.stock_line_id) await change.tx.table(StockLine).remove({ id: before.stock_line_id });
}

/** When the equipment of an order is fetched; null where nothing says so. */
async function leavesAt(
  change: ChangeSet,
  orderId: number,
  typeId: EquipmentTypeId,
): Promise<EpochMinute | null> {
  const [use] = await change.tx.all(LEAVES_STORE_AT, { orderId, typeId });
  return use?.start ?? null;
}

/** Until its use is over what is lost is away with the event anyway: it is missed from then on, or from now. */
async function backFrom(change: ChangeSet, orderId: number, typeId: EquipmentTypeId): Promise<EpochMinute> {
  const [use] = await change.tx.all(IS_BACK_AT, { orderId, typeId });
  return later(change.at, use?.end ?? change.at);
}

const notCountable = (message: string) =>
  refuse({ code: 'bad-input', fields: [{ path: 'counted', message }] });

/** How many were taken of the type, or why what was counted cannot be. */
async function takenOf(
  change: ChangeSet,
  orderId: number,
  content: OrderContent,
  { typeId, counted }: ReturnInput,
): Promise<Outcome<{ readonly name: string; readonly expected: number }>> {
  const [type] = await change.tx.all(NAME_OF_TYPE, { id: typeId });
  const expected = type ? expectedOf(content, type.name) : 0;
  if (!type || !expected) return refuse({ code: 'not-found', what: t`such equipment on this work order` });
  if (counted > expected)
    return notCountable(t`Only ${expected} were taken. More than that cannot come back from here.`);
  const leaves = await leavesAt(change, orderId, typeId);
  if (leaves !== null && change.at < leaves)
    return notCountable(
      t`It has not left the store yet: it is taken ${momentText(leaves, await siteZone(change.tx))}. Count it when it is back.`,
    );
  return done({ name: type.name, expected });
}

/** Puts the count into the place of an earlier one; gives the line of stock of what is lost, where something is. */
async function keepCount(
  change: ChangeSet,
  orderId: number,
  { typeId }: ReturnInput,
  lost: { readonly count: number; readonly from: EpochMinute; readonly reason: string },
): Promise<number | null> {
  await takeBackCount(change, orderId, typeId);
  if (!lost.count) return null;
  const { from: from_min, reason } = lost;
  return change.tx
    .table(StockLine)
    .insert({ type_id: typeId, from_min, to_min: null, delta: -lost.count, reason });
}

/**
 * Counts what came back of one type. What is damaged or missing is out of stock from now on, and the dates that leaves
 * short are at risk; counting again replaces the count.
 */
export async function returnEquipment(
  ctx: SignedInContext,
  orderId: number,
  input: ReturnInput,
): Promise<Outcome<ImpactReply>> {
  const action = untranslated('counted what came back');
  const order = { action, reason: input.note, idempotencyKey: input.key };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const own = await ownOrder(ctx, change, orderId);
    if (!own.ok) return own;
    const content = readJson(own.value.content);
    const taken = await takenOf(change, orderId, content, input);
    if (!taken.ok) return taken;
    const { name, expected } = taken.value;
    const lost = expected - input.counted + input.damaged;
    const span = { start: await backFrom(change, orderId, input.typeId), end: FAR };
    const gone = { count: lost, from: span.start, reason: lostText(content, input, expected) };
    const stockLine = await inEntryHistory(change, 'equipment', input.typeId, order.action, () =>
      keepCount(change, orderId, input, gone),
    );
    await change.tx.table(EquipmentReturn).insert({
      order_id: orderId,
      type_id: input.typeId,
      expected,
      counted: input.counted,
      damaged: input.damaged,
      note: input.note,
      by_id: ctx.viewer.personId,
      at_min: change.at satisfies EpochMinute,
      stock_line_id: stockLine,
    });
    const atRisk = await riskBy(change, span, { typeId: input.typeId }, rulesThatBefallBy('stock'));
    const lostSaid = lost
      ? t`${countText(lost, 'is', 'are')} out of stock from now on; ${riskText(atRisk)}`
      : t`all are back and whole`;
    return done({ summary: t`counted ${input.counted} × ${name}; ${lostSaid}`, atRisk });
  });
}

function lostText({ eventTitle, reference }: OrderContent, input: ReturnInput, expected: number): string {
  const parts = [
    input.damaged > 0 && t`${input.damaged} damaged`,
    expected > input.counted && t`${expected - input.counted} missing`,
  ].filter(Boolean);
  return t`${parts.join(', ')} after ${eventTitle} · ${reference}`.slice(0, 120);
}
