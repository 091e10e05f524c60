'use client';
import { t } from '@/contracts/language/translate';
import { CalendarDays } from 'lucide-react';
import { Popover } from '../popover';
import { lazy, Suspense, useState } from 'react';
import type { LocalDate } from '@/core/time/local-time';

// A calendar is more than all other fields together: it comes when it is first opened.
const CalendarPanel = lazy(() => import('./calendar-panel'));

interface CalendarPopoverProps {
  readonly value: LocalDate | null;
  readonly first: LocalDate | null;
  readonly last: LocalDate | null;
  onPick(day: LocalDate): void;
}

/** The button beside a day that opens a month to pick it from, with what the office says of its days. */
export function CalendarPopover({ value, first, last, onPick }: CalendarPopoverProps) {
  const [isOpen, setOpen] = useState(false);
  const pick = (day: LocalDate) => {
    setOpen(false);
    onPick(day);
  };
  return (
    <Popover
      label={t`Pick a day`}
      align="end"
      className="w-72"
      isOpen={isOpen}
      onOpen={setOpen}
      trigger={
        <button
          type="button"
          aria-label={t`Pick a day`}
          className="absolute inset-y-0 right-0 flex w-9 items-center justify-center text-soft hover:text-ink"
        >
          <CalendarDays aria-hidden="true" size={18} />
        </button>
      }
    >
      <Suspense fallback={<p className="h-64 text-soft">{t`The calendar is coming.`}</p>}>
        <CalendarPanel value={value} first={first} last={last} onPick={pick} />
      </Suspense>
    </Popover>
  );
}
