import { t, texts } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { dayLong } from '@/contracts/words/when';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { weekNumber, weeksOfMonth } from '@/core/time/weeks';
import { hoursOnDay, onDay, type DateEntry } from './entries';
import { EntryLine, type EntryContext } from './entry-line';
import { DayNote } from '@/ui/frame/day-notes';

const WEEKDAYS = texts(['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']);
/** So many dates fit under the day; the rest is told as a number. */
const MOST_LINES = 4;

interface MonthProps {
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly weekStart: number;
  readonly entries: readonly DateEntry[];
  readonly context: EntryContext;
  dayHref(day: LocalDate): string;
  weekHref(day: LocalDate): string;
  onPick(day: LocalDate): void;
}

interface DayHeadProps {
  readonly dayHref: (day: LocalDate) => string;
  readonly date: LocalDate;
  readonly today: LocalDate;
  readonly isOther: boolean;
  readonly onPick: (day: LocalDate) => void;
}

const DayHead = ({ dayHref, date, today, isOther, onPick }: DayHeadProps) => (
  <div className="flex items-baseline justify-between px-1">
    <Link
      href={dayHref(date)}
      aria-current={date === today ? 'date' : undefined}
      className={`font-serif text-lg leading-6 no-underline hover:underline ${date === today ? 'border-b-4 border-accent font-semibold' : ''} ${isOther ? 'text-soft' : ''}`}
    >
      <span aria-hidden="true">{Number(date.slice(8))}</span>
      <span className="sr-only">{dayLong(date)}</span>
    </Link>
    <button
      type="button"
      aria-label={t`Request something on ${dayLong(date)}`}
      className="text-small text-soft underline opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
      onClick={() => onPick(date)}
    >{t`ask`}</button>
  </div>
);

function MonthDay({ date, isOther, props }: { date: LocalDate; isOther: boolean; props: MonthProps }) {
  const { entries, context, today, dayHref, onPick } = props;
  const { tzid } = context;
  const there = onDay(entries, date, tzid);
  const shown = there.slice(0, there.length > MOST_LINES ? MOST_LINES - 1 : MOST_LINES);
  return (
    <td
      data-day={date}
      className={`group h-31 border-t border-l border-rule p-0.5 align-top last:border-r ${isOther ? 'bg-sunk/60' : 'bg-raised'}`}
      onClick={(event) => {
        // The cell itself; what stands in it answers for itself.
        if (!(event.target as Element).closest('a, button')) onPick(date);
      }}
    >
      <DayHead dayHref={dayHref} date={date} today={today} isOther={isOther} onPick={onPick} />
      <DayNote date={date} className="block px-1 leading-tight" />
      <ul>
        {shown.map((entry) => (
          <li key={entry.id} className="mt-0.5">
            <EntryLine
              entry={entry}
              hours={hoursOnDay(entry, date, tzid)}
              withPlace={false}
              isWrapped
              context={context}
            />
          </li>
        ))}
      </ul>
      {there.length > shown.length && (
        <Link
          href={dayHref(date)}
          className="mt-0.5 inline-block min-h-6 px-1 text-small"
        >{t`and ${there.length - shown.length} more`}</Link>
      )}
    </td>
  );
}

interface WeekProps {
  readonly week: LocalDate;
  readonly weekHref: (day: LocalDate) => string;
  readonly weekStart: number;
  readonly day: LocalDate;
  readonly props: MonthProps;
}

const Week = ({ week, weekHref, weekStart, day, props }: WeekProps) => (
  <tr>
    <th scope="row" className="border-t border-rule pt-1 pr-1 text-right align-top font-normal">
      <Link
        href={weekHref(week)}
        className="inline-block min-h-6 min-w-6 text-small text-soft no-underline hover:underline"
      >
        <span aria-hidden="true">{t`w${weekNumber(week, weekStart)}`}</span>
        <span className="sr-only">{t`Week ${weekNumber(week, weekStart)}`}</span>
      </Link>
    </th>
    {Array.from({ length: 7 }, (_, index) => addDays(week, index)).map((date) => (
      <MonthDay key={date} date={date} isOther={date.slice(0, 7) !== day.slice(0, 7)} props={props} />
    ))}
  </tr>
);

/** The weeks of a month, a line for each date. */
export function MonthSheet(props: MonthProps) {
  const { day, weekStart, weekHref } = props;
  const names = Array.from({ length: 7 }, (_, index) => WEEKDAYS[(weekStart - 1 + index) % 7]!);
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[56rem] table-fixed border-b border-rule">
        <thead>
          <tr className="text-left">
            <th scope="col" className="small-caps w-10">
              <span className="sr-only">{t`Week`}</span>
            </th>
            {names.map((name) => (
              <th key={name} scope="col" className="small-caps px-1.5 pb-1">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeksOfMonth(day, weekStart).map((week) => (
            <Week key={week} week={week} weekHref={weekHref} weekStart={weekStart} day={day} props={props} />
          ))}
        </tbody>
      </table>
    </div>
  );
}
