import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { parseLocalDate } from '@/core/time/local-time';
import { signedInPage } from '@/server/http/page';
import { storesDay } from '@/server/use-cases/work-orders/stores-day';
import { DayHead } from '@/ui/work-orders/day-head';
import { SetupsLinks, viewsFor } from '@/ui/work-orders/setups-links';
import { StoresList } from '@/ui/work-orders/stores-list';

export const metadata: Metadata = texts({ title: 'From the stores' });

export default async function StoresPage({
  searchParams,
}: {
  searchParams: Promise<{ day?: string | string[] }>;
}) {
  const { day } = await searchParams;
  const wanted = typeof day === 'string' ? parseLocalDate(day) : null;
  const ctx = await signedInPage(
    'orders.read',
    wanted ? `/work-orders/stores?day=${wanted}` : '/work-orders/stores',
  );
  const sheet = await storesDay(ctx, wanted);
  return (
    <div className="mx-auto max-w-5xl">
      <SetupsLinks current="stores" shown={viewsFor(ctx.viewer.roles)} />
      <DayHead
        title={sheet.dateText}
        date={sheet.date}
        isToday={sheet.isToday}
        path="/work-orders/stores"
        what="stores"
        said={t`what leaves the stores and comes back`}
      />
      <StoresList day={sheet} />
    </div>
  );
}
