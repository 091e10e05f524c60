'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { EventSetup } from '@/contracts/work-orders/event-setup';
import { OrderCard } from '@/ui/work-orders/order-card';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { HandOrderForm } from './hand-order-form';

/** The orders of a date; the office issues what is to be issued later, and makes more by hand. */
export function EventOrders({ event }: { event: EventSetup }) {
  const { submit, error, isSending } = useSubmit();
  const waiting = event.orders.filter(({ issueText }) => issueText !== null).map(({ id }) => id);
  return (
    <section aria-labelledby="orders">
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <h2 id="orders" className="text-xl">{t`Orders`}</h2>
        {event.isOffice && waiting.length > 0 && (
          <Button isBusy={isSending} onClick={() => void submit('/api/orders/issue', { orders: waiting })}>
            {waiting.length === 1
              ? t`Issue the one that waits now`
              : t`Issue the ${waiting.length} that wait now`}
          </Button>
        )}
      </div>
      <RefusalNote error={error} />
      {event.orders.length ? (
        <ol className="grid gap-3" aria-label={t`Orders of this date`}>
          {event.orders.map((order) => (
            <OrderCard key={order.id} order={order} />
          ))}
        </ol>
      ) : (
        <p className="sheet p-4">{t`There is no work for this date.`}</p>
      )}
      {event.isOffice && !event.date.isPast && (
        <div className="sheet mt-3 p-4">
          <HandOrderForm event={event} />
        </div>
      )}
    </section>
  );
}
