import { asksEveryMs } from '@/server/platform/settings';
import { StayCurrent } from '@/ui/frame/stay-current';
import { t, tAs } from '@/contracts/language/translate';
import { redirect } from 'next/navigation';
import Link from '@/ui/kit/link';
import type { ReactNode } from 'react';
import { addDays, dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { SignedInPerson } from '@/server/auth/sessions';
import { permissionFor } from '@/server/auth/policy';
import { currentContext } from '@/server/http/page';
import { officeContact } from '@/server/repositories/house/office-contact';
import { unreadNews } from '@/server/use-cases/requests/own/news';
import { dayNoteLines } from '@/server/use-cases/calendar/day-notes';
import { dayStrip } from '@/server/use-cases/calendar/day-strip';
import { Account } from '@/ui/frame/account';
import { DayNotesProvider } from '@/ui/frame/day-notes';
import { NavLinks, type NavItem } from '@/ui/frame/nav-links';
import { DayStrip } from '@/ui/frame/day-strip';
import { ThemeSwitch } from '@/ui/frame/theme-switch';
import { ToastProvider } from '@/ui/kit/toast';

const DAY_STRIP_BEFORE_DAYS = 30;
const DAY_STRIP_DAYS = 100;
/** Notes to days go along with every page: there are a few in a year. */
const NOTES_BEFORE_DAYS = 400;
const NOTES_DAYS = 1600;

function navFor(person: SignedInPerson | null, news: number): NavItem[] {
  const may = (action: Parameters<typeof permissionFor>[0]) => permissionFor(action, person) === 'allowed';
  return [
    ...(may('desk.read') ? [{ href: '/desk', label: t`Desk` }] : []),
    { href: '/', label: t`Board` },
    { href: '/calendar', label: t`Calendar` },
    { href: '/spaces', label: t`Spaces` },
    { href: '/whats-on', label: t`What’s on` },
    ...(may('consent.answer') ? [{ href: '/consents', label: t`Consents` }] : []),
    ...(may('orders.read') ? [{ href: '/work-orders', label: t`Work orders` }] : []),
    ...(may('administration.read') ? [{ href: '/administration', label: t`Administration` }] : []),
    ...(may('request.read')
      ? [{ href: '/requests', label: t`My requests`, count: news, countWords: t`new` }]
      : []),
    { href: '/ask', label: tAs('menu')`Request a space` },
  ];
}

/** The frame of the office's own pages: where to go, the day strip, whom to ask. */
export async function OfficeFrame({ children }: { children: ReactNode }) {
  const ctx = await currentContext();
  const [known, news] = await Promise.all([
    officeContact(ctx.db),
    ctx.viewer ? unreadNews({ ...ctx, viewer: ctx.viewer }) : 0,
  ]);
  // An office that is not set up yet has nothing else to show.
  if (!known) redirect('/start');
  const office = known;
  const today = dateOf(toLocal(ctx.clock.now(), office.tzid));
  const days = await dayStrip(ctx, addDays(today, -DAY_STRIP_BEFORE_DAYS), DAY_STRIP_DAYS);
  const notes = await dayNoteLines(ctx.db, addDays(today, -NOTES_BEFORE_DAYS), NOTES_DAYS);
  return (
    <ToastProvider>
      <DayNotesProvider notes={notes}>
        <a
          href="#main"
          className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-raised focus:p-2"
        >{t`To the page`}</a>
        <header className="no-print border-b border-strong-rule bg-paper">
          <div className="mx-auto flex max-w-[120rem] flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-1">
            <Link
              href="/"
              className="font-serif text-xl leading-tight font-semibold no-underline"
            >{t`Calendario`}</Link>
            <NavLinks items={navFor(ctx.viewer, news)} />
            <div className="ml-auto flex items-center gap-2 py-1">
              <Account name={ctx.viewer?.name ?? null} />
              <ThemeSwitch />
            </div>
          </div>
        </header>
        <DayStrip first={days} today={today} />
        <main id="main" className="mx-auto w-full max-w-[120rem] flex-1 px-4 py-3">
          {children}
        </main>
        {ctx.viewer && <StayCurrent everyMs={asksEveryMs()} />}
        <footer className="mx-auto w-full max-w-[120rem] border-t border-rule px-4 py-3 text-fine text-soft">
          {t`${office.site}. Questions: ${office.name}, ${office.phone}, ${office.email}. Times are those of ${office.tzid}. `}
          <Link href="/preferences">{t`Preferences`}</Link>
          {ctx.viewer && (
            <>
              {' · '}
              <Link href="/recent">{t`My recent actions`}</Link>
            </>
          )}
        </footer>
      </DayNotesProvider>
    </ToastProvider>
  );
}
