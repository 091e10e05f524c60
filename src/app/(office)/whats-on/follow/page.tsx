import { FEED_FORMATS, FEED_FORMAT_NAMES } from '@/contracts/publishing/feed-formats';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { readableCalendars, type Calendar } from '@/server/repositories/publishing/calendars';
import { ownLink, type OwnLink } from '@/server/use-cases/publishing/own-link';
import { OwnLinkButton } from '@/ui/whats-on/own-link-button';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';

export const metadata: Metadata = texts({ title: 'Follow the calendars' });

const Address = ({ path }: { path: string }) => <code className="break-all">{wholeAddress(path)}</code>;

const OwnCalendar = ({ own, token }: { readonly own: OwnLink | null; readonly token: string | null }) => (
  <section aria-label={t`Yours`} className="sheet max-w-4xl p-4">
    <h2 className="text-xl">{t`What you have booked`}</h2>
    {!own && (
      <p>
        <Link href="/sign-in?next=%2Fnotices%2Ffollow">{t`Sign in`}</Link>
        {t` to follow your own bookings, and the calendars that are not for everybody.`}
      </p>
    )}
    {own && (
      <>
        <p className="max-w-prose">{t`Programs cannot sign in, so a private link stands for you: it opens your own bookings and every calendar you may read. Give it to nobody; if it has got about, replace it.`}</p>
        {token && (
          <dl className="grid gap-x-4 gap-y-1 pt-2 sm:grid-cols-[12rem_1fr]">
            <dt className="font-semibold">{t`Your bookings`}</dt>
            <dd>
              <Address path={`/feeds/own/${token}/feed.ics`} />
            </dd>
            {own.calendars.map(({ slug, name }) => (
              <div key={slug} className="contents">
                <dt className="font-semibold">{name}</dt>
                <dd>
                  <Address path={`/feeds/calendar/${slug}/feed.ics?link=${token}`} />
                </dd>
              </div>
            ))}
          </dl>
        )}
        <OwnLinkButton hasLink={token !== null} />
      </>
    )}
  </section>
);

const PublicCalendars = ({ open }: { readonly open: Calendar[] }) => (
  <section aria-label={t`Public calendars`} className="max-w-4xl pt-6">
    <h2 className="text-xl">{t`The public calendars`}</h2>
    <dl className="grid gap-x-4 gap-y-1.5 pt-1 sm:grid-cols-[16rem_1fr]">
      {open.map(({ slug, name, mark, hue }) => (
        <div key={slug} className="contents">
          <dt className="flex items-center gap-2 font-semibold">
            <Mark mark={mark} hue={hue} />
            <Link href={`/whats-on/${slug}`}>{name}</Link>
          </dt>
          <dd>
            <Address path={`/feeds/calendar/${slug}/feed.ics`} />
          </dd>
        </div>
      ))}
    </dl>
    <p className="pt-3 text-soft">{t`The same addresses with another ending:`}</p>
    <ul className="max-w-prose list-disc pl-6 text-soft">
      {FEED_FORMAT_NAMES.map((format) => (
        <li key={format}>
          <code>{`feed.${format}`}</code>
          {` ${FEED_FORMATS[format].label}, ${FEED_FORMATS[format].about}`}
        </li>
      ))}
    </ul>
    <p className="max-w-prose pt-2 text-soft">{t`Every space has its feeds too; they are on its page.`}</p>
  </section>
);

/** Every address under which something can be followed, the viewer's own among them. */
export default async function FollowPage() {
  const ctx = await pageContext('whats-on.read', '/whats-on/follow');
  const open = (await readableCalendars({ ...ctx, viewer: null })).filter(
    ({ readers }) => readers.kind === 'everyone',
  );
  const own = ctx.viewer ? await ownLink({ ...ctx, viewer: ctx.viewer }) : null;
  const token = own?.token ?? null;
  return (
    <>
      <p className="pb-1">
        <Link href="/whats-on">{t`What’s on`}</Link>
      </p>
      <h1 className="text-3xl">{t`Follow the calendars`}</h1>
      <p className="max-w-prose pb-3 text-lg text-soft">{t`Give a calendar program one of these addresses once: what is moved or cancelled changes there by itself.`}</p>
      <OwnCalendar own={own} token={token} />
      <PublicCalendars open={open} />
    </>
  );
}
