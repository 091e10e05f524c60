import { t } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound, permanentRedirect } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { eventPage } from '@/server/use-cases/publishing/event-page';
import { EventView } from '@/ui/whats-on/event-view';
import { eventHref } from '@/ui/whats-on/notices-address';

type SearchParams = Promise<Readonly<Record<string, string | string[] | undefined>>>;

async function linkOf(searchParams: SearchParams): Promise<string | null> {
  const { link } = await searchParams;
  return typeof link === 'string' && link ? link : null;
}

/** Title and address of an event for whoever lists pages. */
export async function eventMetadata(
  event: string,
  date: string | null,
  searchParams: SearchParams,
): Promise<Metadata> {
  const ctx = await pageContext('whats-on.read', `/events/${event}`);
  const outcome = await eventPage(ctx, event, date, await linkOf(searchParams));
  if (!outcome.ok) return { title: t`What’s on`, robots: { index: false } };
  const { words, path } = outcome.value;
  const about = [words.secondLine, words.text].filter(Boolean).join(' ');
  return {
    title: date ? `${words.title}, ${words.dayText}` : words.title,
    description: about.slice(0, 200),
    alternates: { canonical: wholeAddress(date ? `${path}/${date}` : path) },
  };
}

/** The page of an event or of one of its dates; under an older title it leads on to the present one. */
export async function EventPageFor({
  event,
  date,
  searchParams,
}: {
  readonly event: string;
  readonly date: string | null;
  readonly searchParams: SearchParams;
}) {
  const link = await linkOf(searchParams);
  const ctx = await pageContext('whats-on.read', `/events/${event}`);
  const outcome = await eventPage(ctx, event, date, link);
  if (!outcome.ok) notFound();
  const page = outcome.value;
  if (`/events/${event}` !== page.path)
    permanentRedirect(eventHref(date ? `${page.path}/${date}` : page.path, link));
  return (
    <>
      <script
        type="application/ld+json"
        // Text that could end the script is written so that it cannot.
        dangerouslySetInnerHTML={{ __html: JSON.stringify(page.jsonLd).replace(/</g, '\\u003c') }}
      />
      <EventView page={page} link={link} />
    </>
  );
}
