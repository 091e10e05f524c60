import { t } from '@/contracts/language/translate';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { WorkOrder, WorkOrderVersion } from '../../db/tables/work-orders';

const ofOrders = (change: ChangeSet, is: Parameters<ChangeSet['count']>[1]) => change.count(WorkOrder, is);

/** What a change did to orders, in numbers. */
export const orderNumbers = (change: ChangeSet) => ({
  added: ofOrders(change, (before) => before === null),
  revised: ofOrders(
    change,
    (before, after) => before !== null && after !== null && before.version !== after.version,
  ),
  replaced: change.count(WorkOrderVersion, (before, after) => before !== null && after === null),
  withdrawn: ofOrders(
    change,
    (before, after) => before !== null && before.state !== 'withdrawn' && after?.state === 'withdrawn',
  ),
});

/** The same in words; nothing where no order of a coming date changes. */
export function ordersText(change: ChangeSet): string {
  const numbers = orderNumbers(change);
  return [
    numbers.added && t`${countText(numbers.added, 'order is', 'orders are')} made`,
    numbers.replaced && t`${countText(numbers.replaced, 'order', 'orders')} not yet issued become another`,
    numbers.revised && t`${countText(numbers.revised, 'order is', 'orders are')} revised`,
    numbers.withdrawn && t`${countText(numbers.withdrawn, 'order is', 'orders are')} withdrawn`,
  ]
    .filter(Boolean)
    .join(', ');
}
