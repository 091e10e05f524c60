import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { OccurrenceId } from '@/core/ids';
import { errorReply } from '@/contracts/words/refusals';
import { signedInPage } from '@/server/http/page';
import { eventSetup } from '@/server/use-cases/work-orders/event-setup';
import { Afterwards } from '@/ui/event-setup/afterwards';
import { EventOrders } from '@/ui/event-setup/event-orders';
import { Services } from '@/ui/event-setup/services';
import { WalkThrough } from '@/ui/event-setup/walk-through';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Setting up' });

interface Props {
  readonly params: Promise<{ ref: string }>;
  readonly searchParams: Promise<Readonly<Record<'date', string | string[] | undefined>>>;
}

export default async function EventSetupPage({ params, searchParams }: Props) {
  const { ref } = await params;
  const { date } = await searchParams;
  const wanted = typeof date === 'string' && /^\d{1,15}$/.test(date) ? (Number(date) as OccurrenceId) : null;
  const ctx = await signedInPage('orders.read', `/work-orders/event/${encodeURIComponent(ref)}`);
  const outcome = await eventSetup(ctx, ref, wanted);
  if (
    !outcome.ok &&
    outcome.refusal.code === 'not-found' &&
    outcome.refusal.what === t`request with this reference`
  )
    notFound();
  if (!outcome.ok)
    return <p className="sheet mx-auto max-w-4xl p-6 text-lg">{errorReply(outcome.refusal).error.message}</p>;
  const event = outcome.value;
  return (
    <div className="mx-auto grid max-w-6xl gap-4">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-1">
        <h1 className="text-3xl">{event.title}</h1>
        <p className="text-lg text-soft">
          {event.date.text}, {event.placeText}
        </p>
        {event.isOffice && (
          <Link
            href={`/desk/${event.reference}`}
            className="inline-block min-h-7 underline"
          >{t`The request ${event.reference}`}</Link>
        )}
      </div>
      {event.dates.length > 1 && (
        <nav aria-label={t`Dates`} className="flex flex-wrap gap-x-4 gap-y-1">
          {event.dates.map(({ id, text }) => (
            <Link
              key={id}
              href={`/work-orders/event/${event.reference}?date=${id}`}
              aria-current={id === event.date.id ? 'true' : undefined}
              className={`inline-flex min-h-7 items-center ${id === event.date.id ? 'font-semibold no-underline' : 'underline'}`}
            >
              {text}
            </Link>
          ))}
        </nav>
      )}
      <div className="grid items-start gap-4 lg:grid-cols-[3fr_2fr]">
        <EventOrders event={event} />
        <div className="grid gap-4">
          <Services event={event} />
          <WalkThrough key={event.date.id} event={event} />
          <Afterwards key={`after ${event.date.id}`} event={event} />
        </div>
      </div>
    </div>
  );
}
