'use client';
import { useQuery } from '@tanstack/react-query';
import type { DayStripDay } from '@/contracts/calendar/board';
import type { LocalDate } from '@/core/time/local-time';
import { readJson } from '@/ui/hooks/query';

/** What the office says of one day. */
export interface DayNoteLine {
  readonly date: LocalDate;
  readonly text: string;
  readonly isClosed: boolean;
}

const linesOf = ({ date, closures, notes }: DayStripDay): DayNoteLine[] => [
  ...closures.map((text) => ({ date, text, isClosed: true })),
  ...notes.map((text) => ({ date, text, isClosed: false })),
];

/** Closures and notes of a month, from its first day on; none while they are read, and where there is no network. */
export function useMonthNotes(firstDay: LocalDate): readonly DayNoteLine[] {
  const { data = [] } = useQuery({
    queryKey: ['days', firstDay],
    queryFn: ({ signal }) => readJson<DayStripDay[]>(`/api/day-strip?from=${firstDay}&days=31`, signal),
  });
  const month = firstDay.slice(0, 7);
  return data.filter(({ date }) => date.startsWith(month)).flatMap(linesOf);
}
