import type { Metadata } from 'next';
import Link from '@/ui/primitives/link';
import { addDays, localDate, parseLocalDate } from '@/core/time/local-time';
import { countText } from '@/contracts/words/when';
import { signedInPage } from '@/server/http/page';
import { crewDay } from '@/server/use-cases/set-up/crew-day';
import { GivenUp, OrderList } from '@/ui/setups/order-list';
import { SetupsLinks, type SetupsView } from '@/ui/setups/setups-links';

export const metadata: Metadata = { title: 'Setups' };

export default async function SetupsPage({
  searchParams,
}: {
  searchParams: Promise<{ day?: string | string[] }>;
}) {
  const { day } = await searchParams;
  const wanted = typeof day === 'string' ? parseLocalDate(day) : null;
  const ctx = await signedInPage('orders.read', wanted ? `/setups?day=${wanted}` : '/setups');
  const sheet = await crewDay(ctx, wanted);
  const isOffice = ctx.viewer.roles.includes('manager');
  const views: readonly SetupsView[] = isOffice ? ['day', 'week', 'stores', 'recipes'] : ['day', 'stores'];
  const open = sheet.orders.filter(({ state }) => state === 'open').length;
  const to = (days: number) => `/setups?day=${addDays(localDate(sheet.date), days)}`;
  return (
    <div className="mx-auto max-w-4xl">
      <SetupsLinks current="day" shown={views} />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
        <h1 className="text-3xl">{sheet.dateText}</h1>
        <div className="no-print flex gap-2">
          <Link className="press" href={to(-1)}>
            Day before
          </Link>
          {!sheet.isToday && (
            <Link className="press" href="/setups">
              Today
            </Link>
          )}
          <Link className="press" href={to(1)}>
            Day after
          </Link>
        </div>
        <p className="text-lg text-soft">
          {open ? `${countText(open, 'order is', 'orders are')} open` : 'nothing open'}
        </p>
      </div>
      {sheet.orders.length ? (
        <OrderList orders={sheet.orders} />
      ) : (
        <p className="sheet p-6 text-lg">
          No setup work is due on this day. Approving a request makes its orders.
        </p>
      )}
      <GivenUp orders={sheet.givenUp} />
    </div>
  );
}
