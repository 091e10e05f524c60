import { ButtonAnchor } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { EventPage, NoticeDate } from '@/contracts/publishing/notices';
import { countText, dayShort } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { CancelledStamp, NoticeMarks } from './notice-marks';
import { NoticeText } from './notice-list';
import { dateHref, eventHref } from './notices-address';

function When({ date }: { date: NoticeDate }) {
  return (
    <p className="text-xl">
      <span className={date.isCancelled ? 'line-through' : ''}>
        {date.dayText}, {date.timeText}
      </span>
      {date.isCancelled && <CancelledStamp />}
    </p>
  );
}

function Places({ page }: { page: EventPage }) {
  if (!page.places.length) return null;
  return (
    <section aria-label={t`Where`} className="mt-4">
      <h2 className="text-xl">{t`Where, and how to get in`}</h2>
      <ul>
        {page.places.map(({ code, name, building, facts }) => (
          <li key={code} className="mt-1">
            <Link href={`/spaces/${code}`}>{name}</Link>, {building}
            <span className="block text-soft">{facts.join(' · ')}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The other dates, so that who cannot come on this one sees the next. */
function Dates({ page, link }: { page: EventPage; link: string | null }) {
  const { dates, today, path, date: shown } = page;
  if (dates.length < 2) return null;
  const coming = dates.filter(({ end }) => end.slice(0, 10) >= today);
  const over = dates.length - coming.length;
  const cancelled = coming.filter(({ isCancelled }) => isCancelled).length;
  return (
    <section aria-label={t`Dates`} className="sheet p-4">
      <h2 className="pb-1 text-xl">
        {t`${countText(coming.length - cancelled, 'date', 'dates')} to come`}
        {cancelled > 0 && t`, ${cancelled} cancelled`}
        {over > 0 && t`, ${over} over`}
      </h2>
      <ol className="columns-1 gap-x-6 sm:columns-2 lg:columns-1">
        {coming.map((date) => (
          <li key={date.key} className="break-inside-avoid py-0.5">
            <Link
              href={dateHref(path, date, link)}
              aria-current={date.key === shown?.key ? 'page' : undefined}
              className={`inline-block min-h-6 ${date.key === shown?.key ? 'font-bold' : ''} ${date.isCancelled ? 'line-through' : ''}`}
            >
              {dayShort(date.day)}, {date.timeText}
            </Link>
            {date.isCancelled && <CancelledStamp />}
            {date.place && date.place !== page.words.place && (
              <span className="block text-note text-soft">{t`in ${date.place}`}</span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

interface TakeAlongProps {
  /** Of the date that is shown; null where it is none of them. */
  readonly dateKey: string | null;
  readonly file: (which: string | null) => string;
  readonly isSeries: boolean;
  readonly words: NoticeDate;
}

/** The dates as files, to take into a calendar of one’s own. */
const TakeAlong = ({ dateKey, file, isSeries, words }: TakeAlongProps) => (
  <section aria-label={t`Take it along`} className="no-print sheet p-4">
    <h2 className="pb-1 text-xl">{t`Into your own calendar`}</h2>
    <ul>
      {dateKey && (
        <li className="py-1">
          <ButtonAnchor
            href={file(dateKey)}
            download
          >{t`${isSeries ? t`This date` : t`The event`} (iCalendar file)`}</ButtonAnchor>
        </li>
      )}
      {(isSeries || !dateKey) && (
        <li className="py-1">
          <ButtonAnchor
            href={file(null)}
            download
          >{t`${isSeries ? t`All its dates` : t`The event`} (iCalendar file)`}</ButtonAnchor>
        </li>
      )}
    </ul>
    <p className="pt-1 text-note text-soft">
      {t`A file stays as it is today. A calendar that is followed stays current: `}
      {words.marks.map(({ slug, name }, index) => (
        <span key={slug}>
          {index > 0 && ', '}
          <Link href={`/whats-on/${slug}`}>{name}</Link>
        </span>
      ))}
      .
    </p>
  </section>
);

interface AnnouncedProps {
  readonly date: NoticeDate | null;
  readonly isSeries: boolean;
  readonly path: string;
  readonly link: string | null;
  readonly words: NoticeDate;
  readonly page: EventPage;
}

const Announced = ({ date, isSeries, path, link, words, page }: AnnouncedProps) => (
  <div>
    <p className="no-print pb-1">
      <Link href="/whats-on">{t`What else is on`}</Link>
      {date && isSeries && (
        <>
          {' · '}
          <Link href={eventHref(path, link)}>{t`The whole event`}</Link>
        </>
      )}
    </p>
    <h1 className="text-3xl">{words.title}</h1>
    <p className="flex flex-wrap items-center gap-2 pb-2 text-soft">
      <NoticeMarks marks={words.marks} />
      {words.category}
      {words.hosts.length > 0 && t` · hosted by ${words.hosts.join(t` and `)}`}
    </p>
    {!date && isSeries && <p className="text-soft">{t`The next of ${page.dates.length} dates:`}</p>}
    <When date={words} />
    {words.place && (
      <p className="text-lg">
        {words.place}, {words.building}
      </p>
    )}
    <div className="mt-3 text-base">
      <NoticeText date={words} />
    </div>
    <Places page={page} />
  </div>
);

/** An event with everything readers may know of it. */
export function EventView({ page, link }: { page: EventPage; link: string | null }) {
  const { words, date, path, office, zone } = page;
  const key = date?.dateKey ?? null;
  const file = (which: string | null) =>
    `${path}/event.ics?${new URLSearchParams({ ...(which && { date: which }), ...(link && { link }) })}`;
  const isSeries = page.dates.length > 1;
  return (
    <article className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <Announced date={date} isSeries={isSeries} path={path} link={link} words={words} page={page} />
      <aside aria-label={t`Dates and files`} className="grid gap-4">
        <Dates page={page} link={link} />
        <TakeAlong dateKey={key} file={file} isSeries={isSeries} words={words} />
        <p className="text-note text-soft">
          {words.contact && <>{t`Contact: ${words.contact}. `}</>}
          {t`Questions: ${office.name}, ${office.phone}, ${office.email}. Times are those of ${zone}.`}
        </p>
      </aside>
    </article>
  );
}
