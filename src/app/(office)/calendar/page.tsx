import { texts } from '@/contracts/language/translate';
import { weekStartOf } from '@/contracts/language/own-settings';
import type { Metadata } from 'next';
import { datesQuerySchema } from '@/contracts/calendar/dates';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { pageContext } from '@/server/http/page';
import { dateChoices, datesOf } from '@/server/use-cases/calendar/dates';
import { dayStrip } from '@/server/use-cases/calendar/day-strip';
import { siteDays } from '@/server/repositories/world/space-facts';
import { savedViews } from '@/server/use-cases/requests/own/saved-views';
import { Dates, type FirstDates } from '@/ui/calendar/dates';
import { rangeOf, readDatesAddress } from '@/ui/calendar/dates-address';
import { datesQuery } from '@/ui/calendar/dates-query';

export const metadata: Metadata = texts({ title: 'Calendar' });

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function DatesPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const ctx = await pageContext('board.read', '/calendar');
  const address = readDatesAddress({
    get: (name) => (typeof query[name] === 'string' ? query[name] : null),
  });
  const { tzid, weekStart: siteWeek } = await siteDays(ctx.db);
  const weekStart = weekStartOf(siteWeek);
  const now = ctx.clock.now();
  const day = address.day ?? dateOf(toLocal(now, tzid));
  const range = rangeOf(address, day, weekStart);
  const asked = datesQuery(address, range);
  const first: FirstDates =
    address.view === 'year'
      ? {
          query: '',
          reply: null,
          year: { of: day.slice(0, 4), days: await dayStrip(ctx, range.from, range.days) },
        }
      : {
          query: asked,
          reply: await datesOf(ctx, datesQuerySchema.parse(Object.fromEntries(new URLSearchParams(asked)))),
          year: null,
        };
  return (
    <Dates
      first={first}
      choices={await dateChoices(ctx)}
      tzid={tzid}
      now={now}
      weekStart={weekStart}
      isSignedIn={ctx.viewer !== null}
      saved={await savedViews(ctx, 'dates')}
      isManager={ctx.viewer?.roles.includes('manager') ?? false}
    />
  );
}
