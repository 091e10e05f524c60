import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { countText } from '@/contracts/words/when';
import { pageContext } from '@/server/http/page';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { calendarBook } from '@/server/use-cases/publishing/keep/calendar-book';
import { ManagedCalendars } from '@/ui/calendars/managed-calendars';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Manage the calendars' });

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;

export default async function KeptPage({ searchParams }: { searchParams: Query }) {
  const ctx = await pageContext('calendars.change', '/administration/calendars');
  const { saved } = await searchParams;
  const { calendars } = await calendarBook(ctx);
  const just = calendars.find(({ id }) => String(id) === saved);
  return (
    <>
      <p className="pb-1">
        <Link href="/administration">{t`Administration`}</Link>
      </p>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-3">
        <h1 className="text-3xl">{t`The calendars`}</h1>
        <ButtonLink isMain href="/administration/calendars/new">{t`Make another`}</ButtonLink>
      </div>
      {just && (
        <p
          role="status"
          className="mb-3 border-l-4 border-accent bg-sunk px-3 py-2"
        >{t`“${just.name}” is saved: ${countText(just.coming, 'date', 'dates')} to come are listed on it.`}</p>
      )}
      <ManagedCalendars calendars={calendars} origin={wholeAddress('')} />
    </>
  );
}
