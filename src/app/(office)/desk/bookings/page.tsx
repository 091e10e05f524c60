import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { Suspense } from 'react';
import { bookingsQuerySchema, type BookingsQuery } from '@/contracts/decisions/bookings';
import { pageContext, type PageContext } from '@/server/http/page';
import { bookings } from '@/server/use-cases/decisions/bookings';
import { Bookings } from '@/ui/desk/bookings';
import { BookingsFilter } from '@/ui/desk/bookings-filter';
import Link from '@/ui/kit/link';
import { Skeleton } from '@/ui/kit/skeleton';

export const metadata: Metadata = texts({ title: 'Bookings' });

const asAddress = (query: BookingsQuery): string =>
  new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value ? [[name, String(value)]] : [])),
  ).toString();

interface FoundProps {
  readonly ctx: PageContext;
  readonly query: BookingsQuery;
}

/** Anew with what is looked for, so that the fields say it. */
async function FoundBookings({ ctx, query }: FoundProps) {
  const view = await bookings(ctx, query);
  return (
    <>
      <BookingsFilter query={query} {...view} />
      <Bookings
        view={view}
        inAnyState={query.state === 'any' ? null : `/desk/bookings?${asAddress({ ...query, state: 'any' })}`}
      />
    </>
  );
}

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function BookingsPage({ searchParams }: { searchParams: Promise<Query> }) {
  const ctx = await pageContext('bookings.read', '/desk/bookings');
  const parsed = bookingsQuerySchema.safeParse(await searchParams);
  const query = parsed.success ? parsed.data : bookingsQuerySchema.parse({});
  return (
    <>
      <p className="pb-1">
        <Link href="/desk">{t`Back to the desk`}</Link>
      </p>
      <h1 className="pb-2 text-3xl">{t`Many bookings at once`}</h1>
      {!parsed.success && (
        <p role="alert" className="mb-2 border-l-4 border-conflict bg-sunk px-3 py-2">
          {parsed.error.issues[0]?.message}
          {t` All bookings are shown instead.`}
        </p>
      )}
      <Suspense key={JSON.stringify(query)} fallback={<Skeleton />}>
        <FoundBookings ctx={ctx} query={query} />
      </Suspense>
    </>
  );
}
