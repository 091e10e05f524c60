'use client';
import { TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState, type KeyboardEvent, type MouseEvent, type RefObject } from 'react';
import type { DayStripDay } from '@/contracts/calendar/board';
import { countText, dayLong } from '@/contracts/words/when';
import { addDays, daysBetween, parseLocalDate, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { readTypedDate } from '@/ui/kit/dates/typed-date';
import { Form } from '@/ui/kit/form';
import { useDayAddress, useDays, useStrip } from './use-strip';

const LETTERS = texts(['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su']);
const MONTHS = texts(['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']);

function DayMark({ day, date, fullest }: { day: DayStripDay | undefined; date: LocalDate; fullest: number }) {
  const waits = day?.waiting ?? 0;
  const clashes = day?.clashing ?? 0;
  const notes = day?.notes.join(', ') ?? '';
  return (
    <>
      {waits > 0 && (
        <span
          aria-hidden="true"
          className={`absolute top-1.5 px-1 text-tiny leading-tight font-bold ${clashes ? 'border-2 border-conflict bg-conflict text-paper' : 'border border-dotted border-warning text-warning'}`}
        >
          {waits}
        </span>
      )}
      <span
        aria-hidden="true"
        className="absolute bottom-[34px] w-3 bg-strong-rule"
        style={{ height: Math.max(1, Math.round(((day?.fullness ?? 0) / fullest) * 20)) }}
      />
      <span className="sr-only">
        {dayLong(date)}
        {day ? t`, ${Math.round(day.fullness * 100)} % full` : ''}
        {waits ? t`, ${waits} waiting` : ''}
        {clashes ? `, ${countText(clashes, 'conflict', 'conflicts')}` : ''}
        {notes && `, ${notes}`}
      </span>
      {notes && (
        <span
          aria-hidden="true"
          className="absolute inset-x-0 top-0 z-10 h-full border-t-[3px] border-dotted border-warning"
        />
      )}
    </>
  );
}

const KEYS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 };

interface DayTypedProps {
  readonly go: () => Promise<void>;
  readonly typed: string;
  readonly fault: string;
  readonly setTyped: (typed: string) => void;
}

/** A day typed as one says it. */
const DayTyped = ({ go, typed, fault, setTyped }: DayTypedProps) => (
  <Form
    saysSo={false}
    className="flex w-28 shrink-0 flex-col justify-end pr-2 pb-1.5 sm:w-36"
    onSubmit={(event) => {
      event.preventDefault();
      void go();
    }}
  >
    <label className="small-caps">
      {t`Day`}
      <TextField
        className="block px-1.5 py-1 text-note font-normal tracking-normal text-ink"
        placeholder={t`tue, 12 may …`}
        value={typed}
        maxLength={MOST_CHARACTERS.typedDay}
        aria-invalid={fault !== ''}
        aria-describedby={fault ? 'day-fault' : undefined}
        onChange={({ target }) => setTyped(target.value)}
      />
    </label>
    {fault && (
      <p
        id="day-fault"
        role="alert"
        className="absolute z-50 mt-1 bg-raised px-2 py-1 text-fine text-conflict shadow"
      >
        {fault}
      </p>
    )}
  </Form>
);

/** What all days of the strip are drawn from. */
interface Drawn {
  readonly known: ReadonlyMap<LocalDate, DayStripDay>;
  readonly fullest: number;
  readonly today: LocalDate;
  readonly chosen: LocalDate;
  readonly lastChosen: LocalDate;
  /** The one that the tab key reaches. */
  readonly focusable: LocalDate;
  hrefOf(date: LocalDate): string;
}

interface DayLinkProps {
  readonly date: LocalDate;
  readonly isMonth: boolean;
  readonly drawn: Drawn;
}

/** A day of the strip: its number, how full it is, what waits. */
function DayLink({ date, isMonth, drawn }: DayLinkProps) {
  const { known, fullest, today, chosen, lastChosen, focusable, hrefOf } = drawn;
  const weekday = weekdayOf(date);
  return (
    <a
      href={hrefOf(date)}
      draggable={false}
      data-date={date}
      tabIndex={date === focusable ? 0 : -1}
      aria-current={date >= chosen && date <= lastChosen ? 'date' : undefined}
      className={`relative flex h-[74px] min-w-[34px] flex-1 flex-col items-center justify-end border-r border-rule/70 pb-0.5 no-underline hover:bg-sunk aria-[current]:bg-raised aria-[current]:shadow-[inset_0_4px_0_var(--accent)] ${weekday === 1 ? 'border-l-2 border-l-strong-rule' : ''}`}
    >
      <DayMark day={known.get(date)} date={date} fullest={fullest} />
      <span className={`text-tiny ${weekday > 5 ? 'font-semibold text-ink' : 'text-soft'}`}>
        {LETTERS[weekday - 1]}
      </span>
      <span
        className={`font-serif text-note leading-none whitespace-nowrap ${date === today ? 'underline decoration-2 underline-offset-2' : ''}`}
      >
        {Number(date.slice(8))}
        {isMonth && <small className="font-sans text-tiny"> {MONTHS[Number(date.slice(5, 7)) - 1]}</small>}
      </span>
    </a>
  );
}

interface StepsParts {
  readonly today: LocalDate;
  readonly from: LocalDate;
  readonly setFrom: (from: LocalDate) => void;
  readonly count: number;
  readonly strip: RefObject<HTMLDivElement | null>;
}

/** Keys go a day or a week on; Home is today. */
function useSteps({ today, from, setFrom, count, strip }: StepsParts) {
  return (event: KeyboardEvent<HTMLDivElement>) => {
    const date = parseLocalDate((event.target as HTMLElement).dataset.date ?? '');
    const by = KEYS[event.key];
    if (!date || (by === undefined && event.key !== 'Home')) return;
    event.preventDefault();
    const to = by === undefined ? today : addDays(date, by);
    const at = daysBetween(from, to);
    if (at < 0) setFrom(to);
    if (at >= count) setFrom(addDays(to, 1 - count));
    requestAnimationFrame(() => strip.current?.querySelector<HTMLElement>(`[data-date="${to}"]`)?.focus());
  };
}

interface FollowingParts {
  readonly stays: boolean;
  readonly router: ReturnType<typeof useRouter>;
  readonly typed: string;
  readonly today: LocalDate;
  readonly setFault: (fault: string) => void;
  readonly setTyped: (typed: string) => void;
  readonly hrefOf: (date: LocalDate) => string;
}

/** Where a press on a day or a typed day leads. */
function useFollowing({ stays, router, typed, today, setFault, setTyped, hrefOf }: FollowingParts) {
  const follow = (event: MouseEvent) => {
    const href = (event.target as Element).closest('a')?.getAttribute('href');
    if (!href || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    // The board needs no page of the server for another day.
    if (stays) window.history.pushState(null, '', href);
    else router.push(href);
  };
  const go = async () => {
    const date = await readTypedDate(typed, today);
    if (!date) return setFault(t`Write a day as “tue”, “12 may”, “in 3 weeks” or 2027-05-12.`);
    setFault('');
    setTyped('');
    if (stays) window.history.pushState(null, '', hrefOf(date));
    else window.location.assign(hrefOf(date));
  };
  return { follow, go };
}

interface DayStripProps {
  readonly first: readonly DayStripDay[];
  readonly today: LocalDate;
}

/** The one way through time: a strip of days, by wheel, drag, keys, or a day typed as one says it. */
export function DayStrip({ first, today }: DayStripProps) {
  const { chosen, hrefOf, stays, days: shownDays } = useDayAddress(today);
  const { strip, from, setFrom, count, dragging } = useStrip(chosen);
  const known = useDays(first, from, count);
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState('');
  const dates = Array.from({ length: count }, (_, index) => addDays(from, index));
  const fullest = Math.max(0.05, ...dates.map((date) => known.get(date)?.fullness ?? 0));
  const lastChosen = addDays(chosen, shownDays - 1);
  const focusable = dates.includes(chosen) ? chosen : dates[0]!;

  const step = useSteps({ today, from, setFrom, count, strip });
  // Plain links, followed by one listener: it stands on every page, and thirty links of the router's own take their time.
  const { follow, go } = useFollowing({ stays, router, typed, today, setFault, setTyped, hrefOf });

  return (
    <nav
      aria-label={t`Days`}
      className="no-print mx-auto flex w-full max-w-[120rem] items-stretch border-b border-strong-rule px-4"
    >
      <DayTyped go={go} typed={typed} fault={fault} setTyped={setTyped} />
      <div className="min-w-0 flex-1">
        <div
          ref={strip}
          className="flex touch-pan-y overflow-hidden select-none"
          onClick={follow}
          onKeyDown={step}
          {...dragging}
        >
          {dates.map((date, index) => (
            <DayLink
              key={date}
              date={date}
              isMonth={index === 0 || date.endsWith('-01')}
              drawn={{ known, fullest, today, chosen, lastChosen, focusable, hrefOf }}
            />
          ))}
        </div>
      </div>
    </nav>
  );
}
