import { t } from '@/contracts/language/translate';
import type { OrderView } from '@/contracts/work-orders/orders';
import { OrderCard } from './order-card';

/** The setup work of a day in order of time. */
export function OrderList({ orders }: { orders: readonly OrderView[] }) {
  return (
    <ol className="grid gap-3" aria-label={t`Work orders by time`}>
      {orders.map((order) => (
        <OrderCard key={order.id} order={order} />
      ))}
    </ol>
  );
}

/** Issued before and given up since: told until the day is over, so that nobody works for nothing. */
export function GivenUp({ orders }: { orders: readonly OrderView[] }) {
  if (!orders.length) return null;
  return (
    <section className="sheet mt-4 p-4" aria-labelledby="given-up">
      <h2 id="given-up" className="text-xl">{t`Not needed any more`}</h2>
      <ul className="mt-1 grid gap-1">
        {orders.map((order) => (
          <li key={order.id}>
            <s>
              {order.dueText} {order.phaseText}, {order.place}: {order.eventTitle}
            </s>{' '}
            <span className="text-soft">{t`${order.reference}, the date was cancelled`}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
