import { ButtonAnchor, ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { parseLocalDate } from '@/core/time/local-time';
import { signedInPage } from '@/server/http/page';
import { weekLoad } from '@/server/use-cases/work-orders/week-load';
import { setupsSheetHref } from '@/contracts/work-orders/setups-sheet';
import { Roster } from '@/ui/work-orders/roster';
import { SetupsLinks, viewsFor } from '@/ui/work-orders/setups-links';
import { SharingOut } from '@/ui/work-orders/sharing-out';
import { WeekTable } from '@/ui/work-orders/week-table';

export const metadata: Metadata = texts({ title: 'Week of the crews' });

type Query = Readonly<Record<'day' | 'team', string | string[] | undefined>>;

export default async function WeekPage({ searchParams }: { searchParams: Promise<Query> }) {
  const { day, team } = await searchParams;
  const date = typeof day === 'string' ? parseLocalDate(day) : null;
  const wanted = typeof team === 'string' && /^\d{1,15}$/.test(team) ? Number(team) : null;
  const ctx = await signedInPage('orders.lead', '/work-orders/week');
  const week = await weekLoad(ctx, { date, team: wanted });
  const to = (first: string) => `/work-orders/week?day=${first}${wanted === null ? '' : `&team=${wanted}`}`;
  return (
    <div className="mx-auto max-w-[90rem]">
      <SetupsLinks current="week" shown={viewsFor(ctx.viewer.roles)} />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
        <h1 className="text-3xl">{week.weekText}</h1>
        <div className="no-print flex gap-2">
          <ButtonLink href={to(week.before)}>{t`Week before`}</ButtonLink>
          <ButtonLink href={to(week.after)}>{t`Week after`}</ButtonLink>
          <ButtonAnchor
            href={setupsSheetHref('pdf', { what: 'week', day: week.first })}
          >{t`As PDF`}</ButtonAnchor>
          <ButtonAnchor
            href={setupsSheetHref('csv', { what: 'week', day: week.first })}
          >{t`As CSV`}</ButtonAnchor>
        </div>
      </div>
      <WeekTable week={week} />
      {week.team && (
        <section className="mt-4" aria-label={t`${week.team.name}: who does what`}>
          <SharingOut key={week.team.id} team={week.team} days={week.days} />
          <Roster team={week.team} days={week.days} />
        </section>
      )}
    </div>
  );
}
