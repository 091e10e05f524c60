import type { Metadata } from 'next';
import Link from '@/ui/primitives/link';
import { notFound, permanentRedirect } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { noticePage } from '@/server/use-cases/publish/notices';
import { NoticeList } from '@/ui/notices/notice-list';
import { Mark } from '@/ui/primitives/mark';

export const metadata: Metadata = { title: 'Notices' };

export default async function CalendarPage({ params }: { params: Promise<{ slug: string }> }) {
  const { slug } = await params;
  const ctx = await pageContext('notices.read', `/notices/${slug}`);
  const outcome = await noticePage(ctx, slug);
  if (!outcome.ok) notFound();
  const { calendar, dates } = outcome.value;
  if (calendar.slug !== slug) permanentRedirect(`/notices/${calendar.slug}`);
  return (
    <div className="mx-auto max-w-3xl">
      <p className="pb-1">
        <Link href="/notices">All notices</Link>
      </p>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-4">
        <h1 className="flex items-center gap-3 text-3xl">
          <Mark mark={calendar.mark} hue={calendar.hue} className="h-8 min-w-9 text-base" />
          {calendar.name}
        </h1>
        <p className="text-lg text-soft">{calendar.about}</p>
        <a className="press ml-auto" href={`/notices/${calendar.slug}/feed.ics`}>
          Subscribe (iCalendar)
        </a>
      </header>
      <NoticeList dates={dates} />
    </div>
  );
}
