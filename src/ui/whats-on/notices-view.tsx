import { ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { NoticesPage } from '@/contracts/publishing/notices';
import { dayLong, daysText, monthLong } from '@/contracts/words/when';
import { NoticeDays } from './notice-days';
import { NoticeList } from './notice-list';
import { NoticesBar, NoticesTurn } from './notices-bar';
import { noticesHref } from './notices-address';

function Nothing({ page, base, link }: { page: NoticesPage; base: string; link: string | null }) {
  const { query, nextDay, calendars } = page;
  const isNarrowed = query.q || query.category || query.building || query.host;
  return (
    <div className="sheet p-6">
      <p className="text-lg">
        {calendars.some(({ isOn }) => isOn)
          ? isNarrowed
            ? t`Nothing is announced that is looked for here on these days.`
            : t`Nothing is announced on these days.`
          : t`No calendar is chosen: put at least one in.`}
      </p>
      <p className="flex flex-wrap gap-2 pt-2">
        {nextDay && (
          <ButtonLink
            href={noticesHref(base, { ...query, on: nextDay }, link)}
          >{t`The next is on ${dayLong(nextDay)}`}</ButtonLink>
        )}
        {isNarrowed && (
          <ButtonLink
            href={noticesHref(base, { view: query.view, on: query.on, c: query.c }, link)}
          >{t`Show everything again`}</ButtonLink>
        )}
      </p>
    </div>
  );
}

interface NoticesViewProps {
  readonly page: NoticesPage;
  readonly base: string;
  readonly link?: string | null;
  readonly isTogether: boolean;
}

/** What is on, in the view that was asked for. */
export function NoticesView({ page, base, link = null, isTogether }: NoticesViewProps) {
  const { query, first, last, on, today, dates, isCut } = page;
  const isGrid = query.view === 'week' || query.view === 'month';
  return (
    <>
      <NoticesBar key={JSON.stringify(query)} page={page} base={base} link={link} isTogether={isTogether} />
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h2 className="text-2xl">{query.view === 'month' ? monthLong(on) : daysText(first, last)}</h2>
        <NoticesTurn page={page} base={base} link={link} before={page.earlier} after={page.later} />
      </div>
      {isCut && (
        <p
          role="status"
          className="mb-2 border-l-4 border-conflict bg-sunk px-3 py-2"
        >{t`More is on than can be shown at once: the first ${dates.length} dates are here. Choose fewer days or calendars.`}</p>
      )}
      {dates.length === 0 && <Nothing page={page} base={base} link={link} />}
      {dates.length > 0 && !isGrid && <NoticeList dates={dates} link={link} />}
      {isGrid && (
        <NoticeDays
          first={first}
          last={last}
          month={query.view === 'month' ? on.slice(0, 7) : null}
          today={today}
          dates={dates}
          link={link}
          dayHref={(day) => noticesHref(base, { ...query, view: 'day', on: day }, link)}
        />
      )}
    </>
  );
}
