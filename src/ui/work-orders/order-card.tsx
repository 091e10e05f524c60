'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { OrderItem, OrderView } from '@/contracts/work-orders/orders';
import { setupsSheetHref } from '@/contracts/work-orders/setups-sheet';
import { useState } from 'react';
import Link from '@/ui/kit/link';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { OrderChecklist } from './order-checklist';
import { OrderSaid } from './order-said';

function Things({ things, way }: { readonly things: readonly OrderItem[]; readonly way: string }) {
  if (!things.length) return null;
  return (
    <ul className="mt-1">
      {things.map(({ name, quantity, store }) => (
        <li key={`${name} ${store}`}>
          <strong>{quantity ?? t`some`}</strong> × {name}{' '}
          <span className="text-soft">
            {quantity === null
              ? t`how many could not be worked out; ask the office`
              : store && `${way} ${store}`}
          </span>
        </li>
      ))}
    </ul>
  );
}

function TurnoverLines({ order }: { order: OrderView }) {
  const { turnover } = order;
  if (!turnover) return null;
  const list = (things: readonly OrderItem[]) =>
    things.map(({ name, quantity }) => `${quantity} × ${name}`).join(', ');
  return (
    <div className="mt-1">
      <p className="text-soft">{turnover.beforeText}</p>
      {turnover.stays.length > 0 && <p>{t`stays: ${list(turnover.stays)}`}</p>}
      {turnover.takeAway.length > 0 && <p>{t`goes: ${list(turnover.takeAway)}`}</p>}
      <p className="text-note text-soft">{turnover.savedText}</p>
    </div>
  );
}

/**
 * What has changed since the team read it, and a press that says it was read. It stays where it was until the page is
 * opened anew: what vanished under a thumb would put the button of another order there.
 */
function News({ order }: { order: OrderView }) {
  const { submit, error, isSending } = useSubmit();
  const [read, setRead] = useState<OrderView | null>(null);
  const { changes, contentVersion } = order.changes.length ? order : (read ?? order);
  if (!changes.length) return null;
  const isRead = !order.changes.length;
  return (
    <div
      className={`mt-2 border-l-4 bg-sunk px-3 py-2 ${isRead ? 'border-l-rule' : 'border-l-warning'}`}
      role="status"
    >
      <p
        className={`font-semibold ${isRead ? '' : 'text-warning'}`}
      >{t`Changed, version ${contentVersion}`}</p>
      <ul className="list-disc pl-5">
        {changes.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
      {order.state === 'open' && (
        <Button
          size="tall"
          className="mt-2"
          isBusy={isSending || isRead}
          aria-label={
            isRead
              ? t`Read: what has changed at ${order.place}, ${order.dueText}`
              : t`I have read it: what has changed at ${order.place}, ${order.dueText}`
          }
          onClick={() => {
            setRead(order);
            void submit(`/api/orders/${order.id}/read`, { version: contentVersion });
          }}
        >
          {isRead ? t`Read` : t`I have read it`}
        </Button>
      )}
      <RefusalNote error={error} />
    </div>
  );
}

function When({ order }: { order: OrderView }) {
  const isThere = order.phase === 'attendance';
  const isDone = order.state === 'done';
  return (
    <div className="w-32 shrink-0">
      <p className="small-caps">{isThere ? t`from` : isDone ? t`was due` : t`due by`}</p>
      <p className={`font-serif text-3xl leading-none ${isDone ? 'text-soft' : ''}`}>
        {isThere ? order.fromText : order.dueText}
      </p>
      <p className="mt-1 text-soft">{isThere ? t`until ${order.dueText}` : t`free from ${order.fromText}`}</p>
      {order.isLate && <p className="font-semibold text-conflict">{t`late`}</p>}
    </div>
  );
}

/** What an order is called first: how the room is to stand, or what is to be done. */
function headline({ phase, origin, turnover, layout, people, wheelchairs, title }: OrderView): string {
  const room = t`${layout}, for ${people}${wheelchairs ? t`, ${wheelchairs} in wheelchairs` : ''}`;
  if (origin === 'counter') return t`what was set for ${layout}, ${people} people`;
  if (turnover) return `${turnover.kindText}: ${room}`;
  return phase === 'setup' && layout ? `${title}: ${room}` : title;
}

function DoneButton({ order }: { order: OrderView }) {
  const { submit, error, isSending } = useSubmit({ repeats: true });
  const isDone = order.state === 'done';
  return (
    <div className="w-full sm:w-44">
      <Button
        size="large"
        isMain={!isDone}
        className="h-14 w-full"
        isBusy={isSending}
        onClick={() =>
          void submit(`/api/orders/${order.id}`, { version: order.version, state: isDone ? 'open' : 'done' })
        }
        aria-label={`${isDone ? t`Open again` : t`Done`}: ${order.phaseText}, ${order.place}, ${order.dueText}`}
      >
        {isDone ? t`Open again` : t`Done`}
      </Button>
      {order.doneText && <p className="mt-1 text-note text-soft">{t`at ${order.doneText}`}</p>}
      {order.issueText && <p className="mt-1 text-note text-soft">{t`to be issued ${order.issueText}`}</p>}
      <RefusalNote error={error} />
    </div>
  );
}

const EDGE: Readonly<Record<'done' | 'late' | 'open', string>> = {
  done: 'border-l-rule',
  late: 'border-l-conflict',
  open: 'border-l-ink',
};

const EventLink = ({ order }: { readonly order: OrderView }) => (
  <p className="text-soft">
    <Link href={order.eventHref} className="inline-block min-h-6 underline">
      {order.eventTitle} · {order.reference}
    </Link>
    {order.contentVersion > 1 ? t` · version ${order.contentVersion}` : ''}
  </p>
);

/** One order, big enough for a thumb. */
export function OrderCard({ order }: { order: OrderView }) {
  const look = order.state === 'done' ? 'done' : order.isLate ? 'late' : 'open';
  const backFrom = order.phase === 'strike' ? t`back to` : t`from`;
  return (
    <li className={`sheet flex flex-wrap gap-x-5 gap-y-3 border-l-[6px] p-4 ${EDGE[look]}`}>
      <When order={order} />
      <div className="min-w-56 flex-1">
        <p className="small-caps">
          {order.phaseText} · {order.team}
          {order.person && ` · ${order.isMine ? t`yours` : order.person}`}
        </p>
        <h2 className="text-xl">
          {order.place || order.eventTitle}{' '}
          <span className="font-sans text-base font-normal text-soft">{order.building}</span>
        </h2>
        <p className="font-semibold">{headline(order)}</p>
        {order.planHref && (
          <p>
            <Link href={order.planHref} className="inline-block min-h-7 underline">{t`See it set`}</Link>
          </p>
        )}
        <EventLink order={order} />
        <News order={order} />
        <TurnoverLines order={order} />
        <Things things={order.equipment} way={backFrom} />
        {order.answers.map(({ question, answer }) => (
          <p key={question}>
            <span className="text-soft">{question}</span> {answer}
          </p>
        ))}
        {order.notes && order.phase !== 'strike' && (
          <p className="mt-1 border-l-2 border-strong-rule pl-2 whitespace-pre-wrap">{order.notes}</p>
        )}
        {order.told.map(({ label, text }) => (
          <p key={label}>
            <span className="text-soft">{`${label}: `}</span>
            {text}
          </p>
        ))}
        <OrderChecklist order={order} />
        <OrderSaid order={order}>
          <a
            className="no-print inline-flex min-h-11 items-center underline"
            href={setupsSheetHref('pdf', { what: 'order', order: order.id })}
            aria-label={t`On paper: ${order.phaseText}, ${order.place}, ${order.dueText}`}
          >{t`On paper`}</a>
        </OrderSaid>
      </div>
      <DoneButton order={order} />
    </li>
  );
}
