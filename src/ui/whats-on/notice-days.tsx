import { t, texts } from '@/contracts/language/translate';
import type { NoticeDate } from '@/contracts/publishing/notices';
import { dayLong, sayTime } from '@/contracts/words/when';
import { addDays, daysBetween, lastDayOf, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { EventLink } from './event-link';
import { NoticeMarks } from './notice-marks';
import { dateHref } from './notices-address';

const WEEKDAYS = texts(['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']);

interface EntryProps {
  readonly date: NoticeDate;
  readonly day: LocalDate;
  readonly link: string | null;
  readonly isFramed: boolean;
}

function Entry({ date, day, link, isFramed }: EntryProps) {
  const time = date.isAllDay ? t`all day` : date.day === day ? sayTime(date.start) : t`goes on`;
  const title = (
    <span className={date.isCancelled ? 'line-through' : ''}>
      <span className="tabular-nums">{time}</span> <span className="font-semibold">{date.title}</span>
    </span>
  );
  return (
    <li className="flex items-start gap-1.5 py-0.5 leading-snug">
      <NoticeMarks marks={date.marks} />
      <span className="min-w-0 break-words">
        {date.path ? (
          <EventLink
            href={dateHref(date.path, date, link)}
            isFramed={isFramed}
            className="no-underline hover:underline"
          >
            {title}
          </EventLink>
        ) : (
          title
        )}
        {date.isCancelled && <span className="font-semibold text-conflict">{t` cancelled`}</span>}
        {date.place && <span className="block text-fine text-soft">{date.place}</span>}
      </span>
    </li>
  );
}

interface DayProps {
  readonly day: LocalDate;
  readonly own: NoticeDate[];
  readonly today: LocalDate;
  dayHref(day: LocalDate): string;
  readonly isFramed: boolean;
  readonly isOther: boolean;
  readonly link: string | null;
}

const Day = ({ day, own, today, dayHref, isFramed, isOther, link }: DayProps) => (
  <li
    className={`min-w-0 border-b border-rule p-1.5 md:min-h-24 md:border-r ${own.length ? '' : 'hidden md:block'} ${
      day === today ? 'bg-raised shadow-[inset_0_3px_0_var(--accent)]' : ''
    }`}
  >
    <EventLink
      href={dayHref(day)}
      isFramed={isFramed}
      className="inline-block min-h-6 no-underline hover:underline"
    >
      <span aria-hidden="true" className={isOther ? 'text-soft' : ''}>
        <span className="font-serif text-lg font-semibold">{Number(day.slice(8))}</span>{' '}
        <span className="text-soft">{WEEKDAYS[weekdayOf(day) - 1]}</span>
      </span>
      <span className="sr-only">{dayLong(day)}</span>
    </EventLink>
    {own.length > 0 && (
      <ul>
        {own.map((date) => (
          <Entry key={date.key} date={date} day={day} link={link} isFramed={isFramed} />
        ))}
      </ul>
    )}
  </li>
);

interface NoticeDaysProps {
  readonly first: LocalDate;
  readonly last: LocalDate;
  /** Days of other months stand back. */
  readonly month: string | null;
  readonly today: LocalDate;
  readonly dates: readonly NoticeDate[];
  readonly link: string | null;
  /** Within a page of another site: what is followed opens in a window of its own. */
  readonly isFramed?: boolean;
  dayHref(day: LocalDate): string;
}

/** Weeks of days beside one another; on a narrow page a list of the days on which something is. */
export function NoticeDays({
  first,
  last,
  month,
  today,
  dates,
  link,
  isFramed = false,
  dayHref,
}: NoticeDaysProps) {
  const days = Array.from({ length: daysBetween(first, last) + 1 }, (_, index) => addDays(first, index));
  return (
    <ol className="grid border-t border-strong-rule md:grid-cols-7 md:border-l">
      {days.map((day) => {
        const own = dates.filter((date) => date.day <= day && day <= lastDayOf(date.start, date.end));
        const isOther = month !== null && day.slice(0, 7) !== month;
        return (
          <Day
            key={day}
            day={day}
            own={own}
            today={today}
            dayHref={dayHref}
            isFramed={isFramed}
            isOther={isOther}
            link={link}
          />
        );
      })}
    </ol>
  );
}
