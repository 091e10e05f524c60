import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { bookingsQuerySchema, type BookingsQuery } from '@/contracts/decisions/bookings';
import { pageContext } from '@/server/http/page';
import { bookings } from '@/server/use-cases/decisions/bookings';
import { Bookings } from '@/ui/desk/bookings';
import { BookingsFilter } from '@/ui/desk/bookings-filter';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Bookings' });

const asAddress = (query: BookingsQuery): string =>
  new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value ? [[name, String(value)]] : [])),
  ).toString();

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function BookingsPage({ searchParams }: { searchParams: Promise<Query> }) {
  const ctx = await pageContext('bookings.read', '/desk/bookings');
  const parsed = bookingsQuerySchema.safeParse(await searchParams);
  const query = parsed.success ? parsed.data : bookingsQuerySchema.parse({});
  const view = await bookings(ctx, query);
  return (
    <>
      <p className="pb-1">
        <Link href="/desk">{t`Back to the desk`}</Link>
      </p>
      <h1 className="pb-2 text-3xl">{t`Many bookings at once`}</h1>
      {!parsed.success && (
        <p role="alert" className="mb-2 border-l-4 border-clash bg-sunk px-3 py-2">
          {parsed.error.issues[0]?.message}
          {t` All bookings are shown instead.`}
        </p>
      )}
      {/* Anew with what is looked for, so that the fields say it. */}
      <BookingsFilter key={`filter ${JSON.stringify(query)}`} query={query} {...view} />
      <Bookings
        key={`found ${JSON.stringify(query)}`}
        view={view}
        inAnyState={query.state === 'any' ? null : `/desk/bookings?${asAddress({ ...query, state: 'any' })}`}
      />
    </>
  );
}
