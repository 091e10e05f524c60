'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { MarkReply } from '@/contracts/mark-order';
import type { OrderView } from '@/contracts/orders';
import type { ErrorReply } from '@/contracts/refusal';
import { send } from '@/ui/hooks/send';
import Link from '@/ui/primitives/link';
import { RefusalNote } from '@/ui/primitives/refusal-note';

const PHASE: Readonly<Record<OrderView['phase'], string>> = { setup: 'Setup', strike: 'Strike' };

function OrderCard({ order }: { order: OrderView }) {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const isDone = order.state === 'done';
  const mark = async () => {
    if (isSending) return;
    setSending(true);
    const body = { key: crypto.randomUUID(), version: order.version, state: isDone ? 'open' : 'done' };
    const reply = await send<MarkReply>('POST', `/api/orders/${order.id}`, body);
    setSending(false);
    setError(reply.ok ? null : reply.error);
    router.refresh();
  };
  return (
    <li
      className={`sheet flex flex-wrap gap-x-5 gap-y-3 border-l-[6px] p-4 ${isDone ? 'border-l-rule' : order.isLate ? 'border-l-clash' : 'border-l-ink'}`}
    >
      <div className="w-32 shrink-0">
        <p className="small-caps">{isDone ? 'was due' : 'due by'}</p>
        <p className={`font-serif text-3xl leading-none ${isDone ? 'text-soft' : ''}`}>{order.dueText}</p>
        <p className="mt-1 text-soft">free from {order.fromText}</p>
        {order.isLate && <p className="font-semibold text-clash">late</p>}
      </div>
      <div className="min-w-56 flex-1">
        <p className="small-caps">
          {PHASE[order.phase]} · {order.team}
        </p>
        <h2 className="text-xl">
          {order.place} <span className="font-sans text-base font-normal text-soft">{order.building}</span>
        </h2>
        <p className="font-semibold">
          {order.phase === 'setup' ? `${order.layout}, for ${order.people}` : order.title}
        </p>
        {order.planHref && (
          <p>
            <Link href={order.planHref} className="inline-block min-h-7 underline">
              See it set
            </Link>
          </p>
        )}
        <p className="text-soft">
          {order.eventTitle} · {order.reference}
          {order.contentVersion > 1 ? ` · version ${order.contentVersion}` : ''}
        </p>
        {order.equipment.length > 0 && (
          <ul className="mt-1">
            {order.equipment.map(({ name, quantity, store }) => (
              <li key={name}>
                <strong>{quantity}</strong> × {name}{' '}
                <span className="text-soft">
                  {order.phase === 'setup' ? 'from' : 'back to'} {store}
                </span>
              </li>
            ))}
          </ul>
        )}
        {order.notes && order.phase === 'setup' && (
          <p className="mt-1 border-l-2 border-strong-rule pl-2 whitespace-pre-wrap">{order.notes}</p>
        )}
        <RefusalNote error={error} />
      </div>
      <div className="w-full sm:w-44">
        <button
          type="button"
          className={`press h-14 w-full text-lg ${isDone ? '' : 'press-main'}`}
          disabled={isSending}
          onClick={mark}
          aria-label={`${isDone ? 'Open again' : 'Done'}: ${PHASE[order.phase]}, ${order.place}, ${order.dueText}`}
        >
          {isDone ? 'Open again' : 'Done'}
        </button>
        {order.doneText && <p className="mt-1 text-[0.92rem] text-soft">at {order.doneText}</p>}
      </div>
    </li>
  );
}

/** The setup work of a day in order of time, big enough for a thumb. */
export function OrderList({ orders }: { orders: readonly OrderView[] }) {
  return (
    <ol className="grid gap-3" aria-label="Setup work in order of time">
      {orders.map((order) => (
        <OrderCard key={order.id} order={order} />
      ))}
    </ol>
  );
}
