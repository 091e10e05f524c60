import { EmptyState } from '@/ui/kit/empty-state';
import { t } from '@/contracts/language/translate';
import type { NoticeCalendar } from '@/contracts/publishing/notices';
import { countText } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';

/** Each calendar with what it is for and how to follow it. */
export function CalendarCards({ calendars }: { calendars: readonly NoticeCalendar[] }) {
  return (
    <section id="calendars" aria-label={t`The calendars by themselves`} className="no-print pt-8">
      <h2 className="pb-2 text-2xl">{t`The calendars by themselves`}</h2>
      {calendars.length === 0 && <EmptyState>{t`There is no calendar for you to read yet.`}</EmptyState>}
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {calendars.map(({ slug, name, about, mark, hue, coming, isForEveryone }) => (
          <li key={slug} className="sheet p-4">
            <h3 className="flex items-center gap-3 font-serif text-xl font-semibold">
              <Mark mark={mark} hue={hue} />
              <Link href={`/whats-on/${slug}`}>{name}</Link>
            </h3>
            <p className="mt-1">{about}</p>
            <p className="mt-2 text-soft">
              {t`${countText(coming, 'date', 'dates')} to come`}
              {isForEveryone ? (
                <>
                  {' · '}
                  <a
                    href={`/feeds/calendar/${slug}/feed.ics`}
                    aria-label={t`iCalendar feed of ${name}`}
                  >{t`iCalendar`}</a>
                </>
              ) : (
                t` · not public`
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
