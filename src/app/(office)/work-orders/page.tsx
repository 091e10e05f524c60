import { EmptyState } from '@/ui/kit/empty-state';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { parseLocalDate } from '@/core/time/local-time';
import { countText } from '@/contracts/words/when';
import { signedInPage } from '@/server/http/page';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { DayHead } from '@/ui/work-orders/day-head';
import { GivenUp, OrderList } from '@/ui/work-orders/order-list';
import { SetupsLinks, viewsFor } from '@/ui/work-orders/setups-links';
import { TeamFilter } from '@/ui/work-orders/team-filter';

export const metadata: Metadata = texts({ title: 'Work orders' });

type Query = Readonly<Record<'day' | 'team', string | string[] | undefined>>;

export default async function SetupsPage({ searchParams }: { searchParams: Promise<Query> }) {
  const { day, team } = await searchParams;
  const wanted = typeof day === 'string' ? parseLocalDate(day) : null;
  const ctx = await signedInPage('orders.read', wanted ? `/work-orders?day=${wanted}` : '/work-orders');
  const sheet = await crewDay(ctx, wanted);
  const only = sheet.teams.find((name) => name === team) ?? null;
  const orders = sheet.orders.filter((order) => only === null || order.team === only);
  const open = orders.filter(({ state }) => state === 'open').length;
  return (
    <div className="mx-auto max-w-4xl">
      <SetupsLinks current="day" shown={viewsFor(ctx.viewer.roles)} />
      <DayHead
        title={sheet.dateText}
        date={sheet.date}
        isToday={sheet.isToday}
        path="/work-orders"
        what="day"
        said={open ? t`${countText(open, 'order is', 'orders are')} open` : t`nothing open`}
      />
      <TeamFilter teams={sheet.teams} only={only} date={sheet.date} />
      {orders.length ? (
        <OrderList orders={orders} />
      ) : (
        <EmptyState>{t`No work orders are due on this day. Approving a request makes them.`}</EmptyState>
      )}
      <GivenUp orders={sheet.givenUp.filter((order) => only === null || order.team === only)} />
    </div>
  );
}
