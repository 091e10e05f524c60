'use client';
import { createContext, useContext, type ReactNode } from 'react';
import type { LocalDate } from '@/core/time/local-time';

/** What the house says of some days in a row, the last one among them. */
export interface DayNoteLine {
  readonly name: string;
  readonly from: LocalDate;
  readonly to: LocalDate;
}

const Notes = createContext<readonly DayNoteLine[]>([]);

export const DayNotesProvider = ({
  notes,
  children,
}: {
  notes: readonly DayNoteLine[];
  children: ReactNode;
}) => <Notes.Provider value={notes}>{children}</Notes.Provider>;

/** What a day is, beside its name: a holiday on which the house is open all the same. Nothing on most. */
export function DayNote({ date, className = '' }: { date: LocalDate; className?: string }) {
  const names = useContext(Notes)
    .filter(({ from, to }) => from <= date && date <= to)
    .map(({ name }) => name);
  if (!names.length) return null;
  return <span className={`font-sans text-fine font-normal text-soft ${className}`}>{names.join(', ')}</span>;
}
