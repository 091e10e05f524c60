import { t } from '@/contracts/language/translate';
import type { NoticeDate } from '@/contracts/publishing/notices';
import { EventLink } from './event-link';
import { CancelledStamp, NoticeMarks } from './notice-marks';
import { dateHref } from './notices-address';

interface NoticeListProps {
  readonly dates: readonly NoticeDate[];
  /** Of a private link that opened the page; what it leads to needs it too. */
  readonly link?: string | null;
  /** Within a page of another site: what is followed opens in a window of its own. */
  readonly isFramed?: boolean;
  /** Text and running order too. */
  readonly withText?: boolean;
}

function Title({ date, link, isFramed }: { date: NoticeDate; link: string | null; isFramed: boolean }) {
  const title = <strong className={date.isCancelled ? 'line-through' : ''}>{date.title}</strong>;
  return date.path ? (
    <EventLink href={dateHref(date.path, date, link)} isFramed={isFramed}>
      {title}
    </EventLink>
  ) : (
    title
  );
}

/** What there is to read of a date below its title. */
export function NoticeText({ date: { secondLine, text, html, lines } }: { date: NoticeDate }) {
  return (
    <>
      {secondLine && <p className="italic">{secondLine}</p>}
      {html ? (
        // Cleaned as it was stored: only marks of text are left in it.
        <div className="rich-text mt-1 max-w-prose" dangerouslySetInnerHTML={{ __html: html }} />
      ) : (
        text && <p className="mt-1 max-w-prose whitespace-pre-wrap">{text}</p>
      )}
      {lines.length > 0 && (
        <ul className="mt-1">
          {lines.map((line) => (
            <li key={`${line.at} ${line.text}`}>
              {line.at} {line.text}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** Dates under their day; a cancelled one stays and says so until its day is over. */
export function NoticeList({ dates, link = null, withText = true, isFramed = false }: NoticeListProps) {
  const days = [...new Set(dates.map(({ day }) => day))];
  return days.map((day) => {
    const own = dates.filter((date) => date.day === day);
    return (
      <section key={day} className="grid gap-x-6 border-t border-strong-rule py-3 sm:grid-cols-[11rem_1fr]">
        <h2 className="text-lg">{own[0]!.dayText}</h2>
        <ul className="grid gap-3">
          {own.map((date) => (
            <li key={date.key} className="grid grid-cols-[6.5rem_1fr] gap-x-3 sm:grid-cols-[7rem_1fr]">
              <p className={`text-lg tabular-nums ${date.isCancelled ? 'line-through' : ''}`}>
                {date.timeText}
              </p>
              <div>
                <p className="text-lg">
                  <NoticeMarks marks={date.marks} /> <Title date={date} link={link} isFramed={isFramed} />
                  {date.isCancelled && <CancelledStamp />}
                </p>
                {(date.place || date.hosts.length > 0) && (
                  <p className="text-soft">
                    {[date.place && `${date.place}, ${date.building}`, date.hosts.join(t` and `)]
                      .filter(Boolean)
                      .join(' · ')}
                  </p>
                )}
                {withText && <NoticeText date={date} />}
              </div>
            </li>
          ))}
        </ul>
      </section>
    );
  });
}
