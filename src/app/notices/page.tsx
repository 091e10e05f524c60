import type { Metadata } from 'next';
import Link from '@/ui/primitives/link';
import { countText } from '@/contracts/words/when';
import { pageContext } from '@/server/http/page';
import { listCalendars } from '@/server/use-cases/publish/notices';
import { Mark } from '@/ui/primitives/mark';

export const metadata: Metadata = { title: 'Notices' };

export default async function NoticesPage() {
  const ctx = await pageContext('notices.read', '/notices');
  const calendars = (await listCalendars(ctx.db, ctx.clock.now())).filter(({ coming }) => coming > 0);
  return (
    <>
      <h1 className="text-3xl">Notices</h1>
      <p className="pb-4 text-lg text-soft">
        What is on, a calendar for each category. Subscribe once and stay current.
      </p>
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {calendars.map(({ slug, name, about, mark, hue, coming }) => (
          <li key={slug} className="sheet p-4">
            <h2 className="flex items-center gap-3 text-xl">
              <Mark mark={mark} hue={hue} />
              <Link href={`/notices/${slug}`}>{name}</Link>
            </h2>
            <p className="mt-1">{about}</p>
            <p className="mt-2 text-soft">
              {countText(coming, 'date', 'dates')} to come ·{' '}
              <a href={`/notices/${slug}/feed.ics`} aria-label={`iCalendar feed of ${name}`}>
                iCalendar
              </a>
            </p>
          </li>
        ))}
      </ul>
      {calendars.length === 0 && <p className="sheet p-6 text-lg">Nothing is announced just now.</p>}
    </>
  );
}
