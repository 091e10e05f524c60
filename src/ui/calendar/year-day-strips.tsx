'use client';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { DayStripDay } from '@/contracts/calendar/board';
import { countText, dayLong, monthName } from '@/contracts/words/when';
import { addDays, localDate, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { addMonths, daysInMonth } from '@/core/time/weeks';

const BAR_PX = 34;

const sayDay = (date: LocalDate, day: DayStripDay | undefined): string =>
  [
    dayLong(date),
    day && t`${Math.round(day.fullness * 100)} % full`,
    day?.waiting && t`${day.waiting} waiting`,
    day?.clashing && countText(day.clashing, 'of them conflicts', 'of them conflict'),
  ]
    .filter(Boolean)
    .join(', ');

interface DayCellProps {
  readonly date: LocalDate;
  dayHref(day: LocalDate): string;
  readonly day: DayStripDay | undefined;
  readonly today: LocalDate;
  readonly height: number;
}

const DayCell = ({ date, dayHref, day, today, height }: DayCellProps) => (
  <td className={`p-0 align-bottom ${weekdayOf(date) > 5 ? 'bg-sunk' : ''}`}>
    <Link
      href={dayHref(date)}
      data-day={date}
      title={sayDay(date, day)}
      aria-label={sayDay(date, day)}
      aria-current={date === today ? 'date' : undefined}
      className="relative flex h-12 flex-col items-center justify-end border-b-2 border-transparent no-underline hover:bg-rule aria-[current]:border-accent"
    >
      {Boolean(day?.waiting) && (
        <span
          aria-hidden="true"
          className={`mb-auto px-0.5 text-tiny leading-tight font-bold ${day!.clashing ? 'bg-conflict text-paper' : 'text-warning'}`}
        >
          {day!.waiting}
        </span>
      )}
      <span aria-hidden="true" className="w-3 bg-strong-rule" style={{ height: Math.max(1, height) }} />
    </Link>
  </td>
);

const DayNumbers = () => (
  <thead>
    <tr>
      <th scope="col" className="small-caps w-28 text-left">{t`Month`}</th>
      {Array.from({ length: 31 }, (_, index) => (
        <th key={index} scope="col" className="small-caps text-center font-normal">
          {index + 1}
        </th>
      ))}
      <th scope="col" className="small-caps w-20 text-right">{t`Full`}</th>
    </tr>
  </thead>
);

interface MonthRowProps {
  readonly month: LocalDate;
  monthHref(day: LocalDate): string;
  readonly dates: LocalDate[];
  readonly known: Map<LocalDate, DayStripDay>;
  readonly fullest: number;
  dayHref(day: LocalDate): string;
  readonly today: LocalDate;
  readonly mean: number;
}

const MonthRow = ({ month, monthHref, dates, known, fullest, dayHref, today, mean }: MonthRowProps) => (
  <tr className="border-t border-rule">
    <th scope="row" className="text-left align-bottom">
      <Link href={monthHref(month)} className="font-serif text-lg no-underline hover:underline">
        {monthName(month)}
      </Link>
    </th>
    {dates.map((date) => {
      const day = known.get(date);
      const height = Math.round(((day?.fullness ?? 0) / fullest) * BAR_PX);
      return <DayCell key={date} date={date} dayHref={dayHref} day={day} today={today} height={height} />;
    })}
    {dates.length < 31 && <td colSpan={31 - dates.length} />}
    <td className="text-right align-bottom">{Math.round(mean * 100)} %</td>
  </tr>
);

interface YearProps {
  readonly year: string;
  readonly today: LocalDate;
  readonly days: readonly DayStripDay[];
  dayHref(day: LocalDate): string;
  monthHref(day: LocalDate): string;
}

/** How full each day of a year is: twelve strips, one under the other. */
export function YearDayStrips({ year, today, days, dayHref, monthHref }: YearProps) {
  const known = new Map(days.map((day) => [day.date, day]));
  const fullest = Math.max(0.05, ...days.map(({ fullness }) => fullness));
  const months = Array.from({ length: 12 }, (_, index) => addMonths(localDate(`${year}-01-01`), index));
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full min-w-[60rem] table-fixed">
        <caption className="sr-only">{t`How full each day of ${year} is`}</caption>
        <DayNumbers />
        <tbody>
          {months.map((month) => {
            const dates = Array.from({ length: daysInMonth(month) }, (_, index) => addDays(month, index));
            const mean =
              dates.reduce((sum, date) => sum + (known.get(date)?.fullness ?? 0), 0) / dates.length;
            return (
              <MonthRow
                key={month}
                month={month}
                monthHref={monthHref}
                dates={dates}
                known={known}
                fullest={fullest}
                dayHref={dayHref}
                today={today}
                mean={mean}
              />
            );
          })}
        </tbody>
      </table>
      <p className="pt-2 text-note text-soft">{t`A bar is the occupied share of the open hours of all spaces; the tallest is ${Math.round(fullest * 100)} %. A figure above it counts dates that wait.`}</p>
    </div>
  );
}
