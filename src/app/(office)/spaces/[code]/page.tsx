import { Disclosure } from '@/ui/kit/disclosure';
import { TextArea } from '@/ui/kit/fields';
import { ButtonLink } from '@/ui/kit/button';
import { FEED_FORMATS, FEED_FORMAT_NAMES } from '@/contracts/publishing/feed-formats';
import { feedHref } from '@/ui/whats-on/notices-address';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { notFound } from 'next/navigation';
import { atMinuteOfDay, type LocalDate } from '@/core/time/local-time';
import { embedSnippet } from '@/contracts/publishing/embed';
import type { SpacePage } from '@/contracts/calendar/places';
import { planHref } from '@/contracts/calendar/seating';
import { pageContext } from '@/server/http/page';
import { spacePage } from '@/server/use-cases/calendar/space-page';
import { pictureOf } from '@/server/use-cases/administration/entries/pictures';
import { PictureShown } from '@/ui/kit/picture-shown';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { askHref } from '@/ui/ask/ask-address';
import { boardHref } from '@/ui/board/board-address';
import { datesHref } from '@/ui/calendar/dates-address';
import { FloorPlanDrawing } from '@/ui/spaces/floor-plan';
import { PageAddress } from '@/ui/spaces/page-address';
import { printHref } from '@/ui/hooks/print-href';
import type { Picture } from '@/contracts/calendar/pictures';

export const metadata: Metadata = texts({ title: 'Space' });

function Layouts({ space }: { space: SpacePage }) {
  return (
    <table className="w-full text-left">
      <thead className="small-caps border-b border-strong-rule">
        <tr>
          <th scope="col" className="py-1 font-semibold">{t`Layout`}</th>
          <th scope="col" className="py-1 text-right font-semibold">{t`Seats`}</th>
          <th scope="col" className="py-1 text-right font-semibold">{t`Setup, strike`}</th>
        </tr>
      </thead>
      <tbody>
        {space.layouts.map(({ layout, seats, setupMin, strikeMin }) => (
          <tr key={layout} className="border-b border-rule">
            <td className="py-1">{layout}</td>
            <td className="py-1 text-right">{seats}</td>
            <td className="py-1 text-right">{t`${setupMin} and ${strikeMin} min`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Periods({ space }: { space: SpacePage }) {
  if (!space.periods.length) return null;
  return (
    <section className="sheet mt-4 p-4">
      <h2 className="pb-2 text-xl">{t`Free periods`}</h2>
      <ul className="flex flex-wrap gap-2">
        {space.periods.map(({ name, start, minutes, when }) => (
          <li key={start}>
            <ButtonLink href={askHref({ spaceId: space.id, start, minutes })}>
              {name}: {when}
            </ButtonLink>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How to follow the place, show it by its door, and let people ask for it from another site. */
function ElsewhereLinks({ space, isSignedIn }: { space: SpacePage; isSignedIn: boolean }) {
  const { code, name } = space;
  return (
    <Disclosure summary={t`Elsewhere: feeds, display, another site`} className="pt-2">
      <ul>
        <li>
          {t`What is on here:`}{' '}
          {FEED_FORMAT_NAMES.map((format) => (
            <a key={format} href={feedHref(`/feeds/space/${code}`, format)} className="mr-2">
              {FEED_FORMATS[format].label}
            </a>
          ))}
        </li>
        {isSignedIn && (
          <li>
            <a href={`/feeds/space/${code}/free-busy.ics`}>{t`When it is taken (free/busy)`}</a>
          </li>
        )}
        <li>
          <Link href={`/display/space/${code}`}>{t`Display by its door`}</Link>
        </li>
        <li>
          <label>
            <span className="block">{t`“Ask for ${name}” on another site:`}</span>
            <TextArea
              readOnly
              rows={4}
              className="font-mono text-small"
              value={embedSnippet(wholeAddress(''), `/embed/ask/${code}`, t`Ask for ${name}`)}
            />
          </label>
        </li>
      </ul>
    </Disclosure>
  );
}

const OnHere = ({ space, today }: { readonly space: SpacePage; readonly today: LocalDate }) => (
  <section className="sheet p-4">
    <h2 className="pb-2 text-xl">{t`On here in the next two weeks`}</h2>
    {space.on.length ? (
      <ul className="divide-y divide-rule">
        {space.on.map(({ id, when, title, day, via }) => (
          <li key={id} className="py-1.5">
            <Link href={boardHref({ day, details: id })}>{when}</Link>{' '}
            <span className={title ? 'font-semibold' : 'text-soft'}>{title ?? t`taken`}</span>
            {via && <span className="text-soft">{t` in ${via}`}</span>}
          </li>
        ))}
      </ul>
    ) : (
      <p className="text-soft">{t`Nothing yet.`}</p>
    )}
    <p className="flex flex-wrap gap-2 pt-3">
      <ButtonLink
        href={boardHref({ day: today, days: 7, only: [space.id] })}
      >{t`Its week on the board`}</ButtonLink>
      <ButtonLink
        href={datesHref({ view: 'month', by: 'space', only: [space.id] })}
      >{t`Its month`}</ButtonLink>
      <ButtonLink
        href={printHref({ what: 'space', of: space.code, from: today, days: 28 })}
      >{t`Print`}</ButtonLink>
    </p>
  </section>
);

interface AboutProps {
  readonly picture: Picture | null;
  readonly space: SpacePage;
  readonly today: LocalDate;
  readonly ctx: Awaited<ReturnType<typeof pageContext>>;
}

const About = ({ picture, space, today, ctx }: AboutProps) => (
  <aside aria-label={t`About this space`} className="sheet border-t-4 border-t-accent p-4">
    {picture && <PictureShown picture={picture} className="mb-3" />}
    {space.plan && <FloorPlanDrawing plan={space.plan} name={space.name} />}
    <Layouts space={space} />
    {space.plan && (
      <p className="pt-2">
        <Link href={planHref(space.code)}>{t`Try out how it could be set`}</Link>
      </p>
    )}
    {space.features.length > 0 && <p className="pt-3">{t`With ${space.features.join(', ')}.`}</p>}
    <p className="pt-3">
      {space.openToday ? t`Open today ${space.openToday}.` : t`Closed today.`} {space.howToGet.join(' ')}
    </p>
    <p className="pt-3">
      <ButtonLink
        isMain
        className="w-full"
        href={askHref({ spaceId: space.id, start: atMinuteOfDay(today, 14 * 60), minutes: 90 })}
      >{t`Ask for ${space.name}`}</ButtonLink>
    </p>
    <PageAddress
      kind="space"
      id={space.id}
      name={space.name}
      isPinned={ctx.viewer && space.isPinned}
      path={`/spaces/${space.code}`}
    />
    <ElsewhereLinks space={space} isSignedIn={ctx.viewer !== null} />
    <p className="pt-2 text-note text-soft">
      {space.stewards.length
        ? t`Looked after by ${space.stewards.join(t` and `)}.`
        : t`Looked after by the office.`}
    </p>
  </aside>
);

export default async function PlacePage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  const ctx = await pageContext('space.find', `/spaces/${code}`);
  const outcome = await spacePage(ctx, code);
  if (!outcome.ok) notFound();
  const space = outcome.value;
  const { today } = space;
  const picture = await pictureOf(ctx.db, 'space', space.id);
  return (
    <>
      <p className="pb-1">
        <Link href="/spaces">{t`Find a space`}</Link>
      </p>
      <h1 className="text-3xl">{space.name}</h1>
      <p className="pb-3 text-lg text-soft">
        {space.code}, {space.building} · {space.facts.join(' · ')}
      </p>
      <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div>
          <OnHere space={space} today={today} />
          <Periods space={space} />
        </div>
        <About picture={picture} space={space} today={today} ctx={ctx} />
      </div>
    </>
  );
}
