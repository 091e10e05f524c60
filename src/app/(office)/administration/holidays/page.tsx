import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { holidayQuery } from '@/contracts/administration/holidays';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { siteZone } from '@/server/repositories/world/space-facts';
import { signedInPage } from '@/server/http/page';
import { holidayLines, holidayPlaces } from '@/server/use-cases/administration/entries/holidays';
import { HolidayForm } from '@/ui/administration/holiday-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Holidays' });

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;

export default async function HolidaysPage({ searchParams }: { searchParams: Query }) {
  const ctx = await signedInPage('administration.change', '/administration/holidays');
  const { of, year } = await searchParams;
  const thisYear = Number(dateOf(toLocal(ctx.clock.now(), await siteZone(ctx.db))).slice(0, 4));
  const asked = holidayQuery.safeParse({
    places: typeof of === 'string' && of !== '' ? of.split('.') : [],
    year: typeof year === 'string' ? Number(year) : thisYear,
  });
  const { places, year: shown } = asked.success ? asked.data : { places: [], year: thisYear };
  return (
    <>
      <p className="pb-1">
        <Link href="/administration/closure">{t`Closures and openings`}</Link>
      </p>
      <h1 className="text-3xl">{t`Holidays`}</h1>
      <p className="pb-3 text-soft">{t`Of as many countries and regions as matter here, a year at a time. The site is shut on the days picked; each becomes a closure that can be changed like any other.`}</p>
      <HolidayForm
        key={`${places.join('.')} ${shown}`}
        options={holidayPlaces()}
        places={places}
        year={shown}
        lines={await holidayLines(ctx, places, shown)}
      />
    </>
  );
}
