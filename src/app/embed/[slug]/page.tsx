import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { embedParams, embedSchema } from '@/contracts/publishing/embed';
import { noticesQuerySchema } from '@/contracts/publishing/notices';
import { monthLong } from '@/contracts/words/when';
import { pageContext, pageNonce } from '@/server/http/page';
import { noticesOf } from '@/server/use-cases/publishing/notices';
import { EmbedShell } from '@/ui/embed/embed-shell';
import { NoticeDays } from '@/ui/whats-on/notice-days';
import { NoticeList } from '@/ui/whats-on/notice-list';

export const metadata: Metadata = texts({ title: 'What’s on', robots: { index: false } });

interface Props {
  readonly params: Promise<{ slug: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** A public calendar within a page of another site. Whoever is signed in here makes no difference to it. */
export default async function EmbedPage({ params, searchParams }: Props) {
  const { slug } = await params;
  const ctx = await pageContext('whats-on.read', `/embed/${slug}`);
  const parsed = embedSchema.safeParse(await searchParams);
  const look = parsed.success ? parsed.data : embedSchema.parse({});
  const query = noticesQuerySchema.parse({ view: look.view, on: look.on });
  const outcome = await noticesOf({ ...ctx, viewer: null }, slug, null, query);
  if (!outcome.ok) notFound();
  const { calendars, dates, first, last, on, earlier, later, today } = outcome.value;
  const calendar = calendars[0]!;
  const whole = `/whats-on/${calendar.slug}`;
  const turned = (day: string) => `?${embedParams(look)}&on=${day}`;
  return (
    <EmbedShell look={look} nonce={await pageNonce()}>
      <h1 className="text-2xl">
        <a href={whole} target="_blank" rel="noopener">
          {calendar.name}
        </a>
      </h1>
      {look.view === 'month' && (
        <p className="flex flex-wrap items-baseline gap-x-4 py-2">
          <strong className="text-lg">{monthLong(on)}</strong>
          <a href={turned(earlier)} className="inline-block min-h-6">{t`Month before`}</a>
          <a href={turned(later)} className="inline-block min-h-6">{t`Month after`}</a>
        </p>
      )}
      {look.view === 'month' && (
        <NoticeDays
          first={first}
          last={last}
          month={on.slice(0, 7)}
          today={today}
          dates={dates}
          link={null}
          isFramed
          dayHref={(day) => `${whole}?view=day&on=${day}`}
        />
      )}
      {look.view === 'list' && <NoticeList dates={dates} withText={look.details === '1'} isFramed />}
      {dates.length === 0 && <p className="py-3 text-lg">{t`Nothing is announced here just now.`}</p>}
      <p className="pt-3 text-note text-soft">
        <a href={whole} target="_blank" rel="noopener">{t`All dates, and how to follow them`}</a>
      </p>
    </EmbedShell>
  );
}
