'use client';
import { parseDate, type CalendarDate } from '@internationalized/date';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import {
  Button,
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  Heading,
  I18nProvider,
} from 'react-aria-components';
import { weekStartOf } from '@/contracts/language/own-settings';
import { LOCALES } from '@/contracts/language/languages';
import { ownLanguage, t } from '@/contracts/language/translate';
import { dayShort } from '@/contracts/words/when';
import { localDate, type LocalDate } from '@/core/time/local-time';
import { useOffice } from '@/ui/hooks/office';
import { useMonthNotes, type DayNoteLine } from './use-month-notes';

const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;

const dated = (day: LocalDate | null): CalendarDate | null => (day ? parseDate(day) : null);

const Turn = ({ slot, children }: { slot: 'previous' | 'next'; children: ReactNode }) => (
  <Button
    slot={slot}
    className="flex size-8 items-center justify-center rounded-sm border border-rule hover:border-ink"
  >
    {children}
  </Button>
);

const Head = () => (
  <header className="mb-1 flex items-center justify-between">
    <Turn slot="previous">
      <ChevronLeft aria-hidden="true" size={18} />
    </Turn>
    <Heading className="font-serif text-lg" />
    <Turn slot="next">
      <ChevronRight aria-hidden="true" size={18} />
    </Turn>
  </header>
);

const CELL =
  'relative flex size-9 cursor-pointer items-center justify-center rounded-sm data-hovered:bg-sunk data-outside-month:hidden data-disabled:cursor-not-allowed data-disabled:text-soft data-disabled:line-through data-selected:bg-accent data-selected:text-on-accent data-focus-visible:outline-3 data-focus-visible:outline-(--accent)';

function Cell({
  date,
  today,
  note,
}: {
  date: CalendarDate;
  today: LocalDate;
  note: DayNoteLine | undefined;
}) {
  const isToday = date.toString() === today;
  return (
    <CalendarCell
      date={date}
      className={`${CELL} ${isToday ? 'font-bold underline underline-offset-4' : ''}`}
    >
      {date.day}
      {note && (
        <span
          aria-hidden="true"
          className={`absolute inset-x-1 bottom-0.5 border-b-2 ${note.isClosed ? 'border-conflict' : 'border-dotted border-warning'}`}
        />
      )}
    </CalendarCell>
  );
}

/** What the office says of the days of the month in sight: closed days and notes, one line each. */
const Notes = ({ notes }: { notes: readonly DayNoteLine[] }) =>
  notes.length > 0 && (
    <ul aria-live="polite" className="mt-2 max-h-28 overflow-y-auto border-t border-rule pt-1 text-note">
      {notes.map(({ date, text, isClosed }) => (
        <li key={`${date} ${text}`}>
          <strong>{dayShort(date)}</strong> {isClosed ? t`closed: ${text}` : text}
        </li>
      ))}
    </ul>
  );

interface CalendarPanelProps {
  readonly value: LocalDate | null;
  readonly first: LocalDate | null;
  readonly last: LocalDate | null;
  onPick(day: LocalDate): void;
}

/** A month to pick a day from, in the reader's language and order of the week. */
export default function CalendarPanel({ value, first, last, onPick }: CalendarPanelProps) {
  const { today, weekStart } = useOffice();
  const [seen, setSeen] = useState(() => parseDate(value ?? first ?? today));
  const notes = useMonthNotes(localDate(seen.set({ day: 1 }).toString()));
  return (
    <I18nProvider locale={LOCALES[ownLanguage()]}>
      <Calendar
        aria-label={t`Day`}
        autoFocus
        value={dated(value)}
        focusedValue={seen}
        onFocusChange={setSeen}
        minValue={dated(first)}
        maxValue={dated(last)}
        firstDayOfWeek={WEEKDAYS[weekStartOf(weekStart) - 1]}
        onChange={(day) => onPick(localDate(day.toString()))}
      >
        <Head />
        <CalendarGrid className="w-full" weekdayStyle="short">
          <CalendarGridHeader>
            {(day) => (
              <CalendarHeaderCell className="text-small font-normal text-soft">{day}</CalendarHeaderCell>
            )}
          </CalendarGridHeader>
          <CalendarGridBody>
            {(date) => (
              <Cell date={date} today={today} note={notes.find((each) => each.date === date.toString())} />
            )}
          </CalendarGridBody>
        </CalendarGrid>
      </Calendar>
      <Notes notes={notes} />
    </I18nProvider>
  );
}
