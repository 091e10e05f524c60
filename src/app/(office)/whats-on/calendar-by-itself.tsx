import { t } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound, permanentRedirect } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { calendarFor } from '@/server/repositories/publishing/calendars';
import { noticesOf } from '@/server/use-cases/publishing/notices';
import { FaultNote } from '@/ui/whats-on/fault-note';
import { FollowBox } from '@/ui/whats-on/follow-box';
import { NoticesView } from '@/ui/whats-on/notices-view';
import { FEED_FORMATS, FEED_FORMAT_NAMES } from '@/contracts/publishing/feed-formats';
import { feedHref, noticesHref } from '@/ui/whats-on/notices-address';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { readNotices, type SearchParams, type ShownParams } from './notices-params';

/** One calendar in whatever view its address says. */
export interface CalendarPageProps {
  readonly params: Promise<ShownParams & { readonly slug: string }>;
  readonly searchParams: SearchParams;
}

export async function calendarMetadata({ params, searchParams }: CalendarPageProps): Promise<Metadata> {
  const { slug, ...shown } = await params;
  const { link } = await readNotices(`/whats-on/${slug}`, shown, searchParams);
  const ctx = await pageContext('whats-on.read', `/whats-on/${slug}`);
  const calendar = await calendarFor(ctx, slug, link);
  if (!calendar) return { title: t`What’s on` };
  const base = `/whats-on/${calendar.slug}`;
  const isOpen = calendar.readers.kind === 'everyone';
  return {
    title: calendar.name,
    description: calendar.about,
    ...(isOpen
      ? {
          alternates: {
            canonical: wholeAddress(base),
            types: Object.fromEntries(
              FEED_FORMAT_NAMES.filter((format) => FEED_FORMATS[format].isAlternate).map((format) => [
                FEED_FORMATS[format].mediaType,
                wholeAddress(feedHref(`/feeds/calendar/${calendar.slug}`, format)),
              ]),
            ),
          },
        }
      : { robots: { index: false } }),
  };
}

export async function CalendarByItself({ params, searchParams }: CalendarPageProps) {
  const { slug, ...shown } = await params;
  const { query, link, fault } = await readNotices(`/whats-on/${slug}`, shown, searchParams);
  const ctx = await pageContext('whats-on.read', `/whats-on/${slug}`);
  const outcome = await noticesOf(ctx, slug, link, query);
  if (!outcome.ok) notFound();
  const page = outcome.value;
  const calendar = page.calendars[0]!;
  const base = `/whats-on/${calendar.slug}`;
  if (calendar.slug !== slug) permanentRedirect(noticesHref(base, query, link));
  return (
    <>
      <p className="no-print pb-1">
        <Link href="/whats-on">{t`All calendars together`}</Link>
      </p>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3">
        <h1 className="flex items-center gap-3 text-3xl">
          <Mark mark={calendar.mark} hue={calendar.hue} className="h-8 min-w-9 text-base" />
          {calendar.name}
        </h1>
        <p className="text-lg text-soft">
          {calendar.about}
          {!calendar.isForEveryone && t` Not public: not everybody may read it.`}
        </p>
      </header>
      <FaultNote fault={fault} />
      <NoticesView page={page} base={base} link={link} isTogether={false} />
      <FollowBox
        name={calendar.name}
        base={base}
        link={link}
        isForEveryone={calendar.isForEveryone}
        addressOf={(format) => wholeAddress(feedHref(`/feeds/calendar/${calendar.slug}`, format, link))}
      />
    </>
  );
}
