import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { dayShort } from '@/contracts/words/when';
import type { DateGroup } from '@/contracts/calendar/dates';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { Mark } from '@/ui/kit/mark';
import type { DayRange } from './dates-address';
import { hoursOnDay, onDay, type DateEntry, type EntryGroup } from './entries';
import { EntryLine, type EntryContext } from './entry-line';
import { DayNote } from '@/ui/frame/day-notes';

const DAY_PX = 104;
const GROUP_PX = 176;

interface AnEntryProps {
  readonly entry: DateEntry;
  readonly date: LocalDate;
  readonly context: EntryContext;
  readonly by: DateGroup;
}

const AnEntry = ({ entry, date, context, by }: AnEntryProps) => (
  <EntryLine
    entry={entry}
    hours={hoursOnDay(entry, date, context.tzid)}
    withPlace={by !== 'space'}
    withMark={by !== 'category'}
    isWrapped
    context={context}
  />
);

interface DayRowProps {
  readonly date: LocalDate;
  dayHref(day: LocalDate): string;
  readonly groups: readonly EntryGroup[];
  readonly context: EntryContext;
  readonly by: DateGroup;
}

const DayRow = ({ date, dayHref, groups, context, by }: DayRowProps) => (
  <tr>
    <th
      scope="row"
      className="sticky left-0 z-10 border-b border-rule bg-raised px-2 py-1 text-left align-top font-normal whitespace-nowrap"
    >
      <Link href={dayHref(date)} className="no-underline hover:underline">
        {dayShort(date).replace(/ \d{4}$/, '')}
      </Link>
      <DayNote date={date} className="block whitespace-normal" />
    </th>
    {groups.map(({ choice, entries }) => (
      <td key={choice.id} className="border-b border-l border-rule px-0.5 py-1 align-top">
        {onDay(entries, date, context.tzid).map((entry) => (
          <AnEntry key={entry.id} entry={entry} date={date} context={context} by={by} />
        ))}
      </td>
    ))}
  </tr>
);

const GroupHeads = ({ groups }: { readonly groups: readonly EntryGroup[] }) => (
  <thead>
    <tr>
      <th scope="col" className="sticky top-0 left-0 z-20 w-26 border-b border-strong-rule bg-raised px-2">
        <span className="sr-only">{t`Day`}</span>
      </th>
      {groups.map(({ choice }) => (
        <th
          key={choice.id}
          scope="col"
          className="sticky top-0 z-10 border-b border-l border-strong-rule bg-raised px-2 py-1 text-left font-serif text-base"
        >
          <span className="flex items-center gap-1.5">
            {choice.mark && <Mark mark={choice.mark} hue={choice.hue ?? 'ink'} />} {choice.name}
          </span>
        </th>
      ))}
    </tr>
  </thead>
);

interface ApartProps {
  readonly range: DayRange;
  readonly groups: readonly EntryGroup[];
  readonly by: DateGroup;
  readonly context: EntryContext;
  dayHref(day: LocalDate): string;
}

/** Days down, a column for each calendar, space or host: what stands in which at once. Days without anything are left out. */
export function ApartTable({ range, groups, by, context, dayHref }: ApartProps) {
  const dates = Array.from({ length: range.days }, (_, index) => addDays(range.from, index)).filter((date) =>
    groups.some(({ entries }) => onDay(entries, date, context.tzid).length),
  );
  return (
    <div
      className="sheet relative max-h-[calc(100dvh-17rem)] overflow-auto"
      tabIndex={0}
      role="region"
      aria-label={t`Apart in columns`}
    >
      <table
        className="w-full table-fixed border-separate border-spacing-0"
        style={{ minWidth: DAY_PX + groups.length * GROUP_PX }}
      >
        <GroupHeads groups={groups} />
        <tbody>
          {dates.map((date) => (
            <DayRow key={date} date={date} dayHref={dayHref} groups={groups} context={context} by={by} />
          ))}
        </tbody>
      </table>
    </div>
  );
}
