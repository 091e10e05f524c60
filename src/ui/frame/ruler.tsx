import Link from 'next/link';
import type { RulerDay } from '@/contracts/board';
import { dayLong } from '@/contracts/words/when';
import { weekdayOf } from '@/core/time/local-time';

const LETTERS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

interface RulerProps {
  readonly days: readonly RulerDay[];
  readonly chosen: string;
  readonly today: string;
  readonly hrefs: readonly string[];
}

/** A strip of days: how full each is as a column, what waits as a count. */
export function Ruler({ days, chosen, today, hrefs }: RulerProps) {
  // Columns are drawn against the fullest day of the strip; the figure itself is in the label.
  const fullest = Math.max(0.05, ...days.map(({ fullness }) => fullness));
  return (
    <nav aria-label="Days" className="no-print flex overflow-x-auto border-b border-strong-rule" tabIndex={0}>
      {days.map((day, index) => {
        const weekday = weekdayOf(day.date);
        const waits = day.waiting ? `, ${day.waiting} waiting` : '';
        return (
          <Link
            prefetch={false}
            key={day.date}
            href={hrefs[index]!}
            aria-current={day.date === chosen ? 'date' : undefined}
            className={`relative flex h-[74px] min-w-[34px] flex-1 flex-col items-center justify-end border-r border-rule/70 pb-0.5 no-underline hover:bg-sunk aria-[current]:bg-raised aria-[current]:shadow-[inset_0_4px_0_var(--accent)] ${weekday === 1 ? 'border-l-2 border-l-strong-rule' : ''}`}
          >
            {day.waiting > 0 && (
              <span className="absolute top-1.5 rounded-full border border-dotted border-look px-1 text-[0.68rem] leading-tight font-bold text-look">
                {day.waiting}
              </span>
            )}
            <span
              aria-hidden="true"
              className="absolute bottom-[34px] w-3 bg-strong-rule"
              style={{ height: Math.max(1, Math.round((day.fullness / fullest) * 20)) }}
            />
            <span className={`text-[0.72rem] ${weekday > 5 ? 'font-semibold text-ink' : 'text-soft'}`}>
              {LETTERS[weekday - 1]}
            </span>
            <span
              className={`font-serif text-[0.95rem] leading-none ${day.date === today ? 'underline decoration-2 underline-offset-2' : ''}`}
            >
              {Number(day.date.slice(8))}
            </span>
            <span className="sr-only">
              {dayLong(day.date)}, {Math.round(day.fullness * 100)} % full
              {waits}
            </span>
          </Link>
        );
      })}
    </nav>
  );
}
