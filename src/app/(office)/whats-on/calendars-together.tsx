import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { permissionFor } from '@/server/auth/policy';
import { pageContext } from '@/server/http/page';
import { notices } from '@/server/use-cases/publishing/notices';
import { CalendarCards } from '@/ui/whats-on/calendar-cards';
import { FaultNote } from '@/ui/whats-on/fault-note';
import { NoticesView } from '@/ui/whats-on/notices-view';
import Link from '@/ui/kit/link';
import { TOGETHER } from '@/ui/whats-on/notices-address';
import { readNotices, type SearchParams, type ShownParams } from './notices-params';

export const TOGETHER_METADATA: Metadata = texts({
  title: 'What’s on',
  description: 'What is on, day by day, over all calendars.',
});

export interface TogetherProps {
  readonly shown: ShownParams;
  readonly searchParams: SearchParams;
}

/** All calendars in whatever view the address says. */
export async function CalendarsTogether({ shown, searchParams }: TogetherProps) {
  const ctx = await pageContext('whats-on.read', TOGETHER);
  const { query, fault } = await readNotices(TOGETHER, shown, searchParams);
  const page = await notices(ctx, query);
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1 pb-3">
        <h1 className="text-3xl">{t`What is on`}</h1>
        <p className="no-print flex flex-wrap gap-x-4">
          <a href="#calendars">{t`The calendars by themselves`}</a>
          <Link href="/whats-on/follow">{t`Follow them`}</Link>
          {permissionFor('calendars.change', ctx.viewer) === 'allowed' && (
            <>
              <Link href="/administration/calendars">{t`Manage the calendars`}</Link>
              <Link href="/whats-on/ledger">{t`Who was shown what`}</Link>
            </>
          )}
        </p>
      </div>
      <FaultNote fault={fault} />
      <NoticesView page={page} base={TOGETHER} isTogether />
      <CalendarCards calendars={page.calendars} />
    </>
  );
}
