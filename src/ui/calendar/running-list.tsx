import Link from '@/ui/kit/link';
import { dayLong } from '@/contracts/words/when';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { Mark } from '@/ui/kit/mark';
import type { DayRange } from './dates-address';
import { hoursInList, onDay, placesText, sayEntry, titleText, type DateEntry } from './entries';
import type { EntryContext } from './entry-line';
import { DayNote } from '@/ui/frame/day-notes';

/** Dates of a range that something is on, each with it. */
export const daysWithEntries = ({ from, days }: DayRange, entries: readonly DateEntry[], tzid: string) =>
  Array.from({ length: days }, (_, index) => addDays(from, index)).flatMap((date) => {
    const there = onDay(entries, date, tzid);
    return there.length ? [{ date, there }] : [];
  });

function Row({ entry, date, context }: { entry: DateEntry; date: LocalDate; context: EntryContext }) {
  const { tzid } = context;
  const [category] = entry.in.category;
  return (
    <li>
      <Link
        scroll={false}
        href={context.detailsHref(entry.id)}
        data-entry={entry.id}
        aria-current={context.details === entry.id ? 'true' : undefined}
        data-note={sayEntry(entry, tzid)}
        className="block px-2 py-1 no-underline hover:bg-sunk aria-[current]:bg-sunk"
      >
        <span
          aria-hidden="true"
          className="grid grid-cols-[8.5rem_2rem_minmax(0,1fr)] items-baseline gap-x-2 sm:grid-cols-[8.5rem_2rem_minmax(0,1.3fr)_minmax(0,1fr)_minmax(0,1fr)]"
        >
          <span>{hoursInList(entry, date, tzid)}</span>
          <span>{category && <Mark mark={category.mark ?? ''} hue={category.hue ?? 'ink'} />}</span>
          <span className={entry.title === null ? 'text-soft' : 'font-semibold'}>
            <span className={entry.state === 'cancelled' ? 'line-through' : ''}>{titleText(entry)}</span>
            {entry.nth && <span className="font-normal text-soft"> {entry.nth}</span>}
          </span>
          <span className="col-start-3 sm:col-start-auto">{placesText(entry)}</span>
          <span className="col-start-3 text-soft sm:col-start-auto">
            {entry.in.host.map(({ name }) => name).join(', ')}
          </span>
        </span>
        <span className="sr-only">{sayEntry(entry, tzid)}</span>
      </Link>
    </li>
  );
}

interface ListProps {
  readonly range: DayRange;
  readonly entries: readonly DateEntry[];
  readonly context: EntryContext;
  dayHref(day: LocalDate): string;
}

/** One date after the other. What is far from sight is not laid out, so a long list stays quick. */
export function RunningList({ range, entries, context, dayHref }: ListProps) {
  const days = daysWithEntries(range, entries, context.tzid);
  return (
    <div className="sheet">
      {days.map(({ date, there }) => (
        <section
          key={date}
          aria-label={dayLong(date)}
          className="border-b border-rule px-2 py-2 [contain-intrinsic-size:auto_6rem] [content-visibility:auto] last:border-b-0"
        >
          <h2 className="px-2 text-lg">
            <Link href={dayHref(date)} className="no-underline hover:underline">
              {dayLong(date)}
            </Link>{' '}
            <DayNote date={date} />
          </h2>
          <ul>
            {there.map((entry) => (
              <Row key={entry.id} entry={entry} date={date} context={context} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
