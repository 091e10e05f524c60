import type { PrintKind } from '@/contracts/calendar/print';
import type { LocalDate } from '@/core/time/local-time';

interface Printed {
  readonly what: PrintKind;
  readonly from: LocalDate;
  readonly days: number;
  readonly of?: string;
  /** Spaces of a board; left out where all are shown. */
  readonly spaces?: readonly number[];
}

export function printHref({ what, from, days, of, spaces }: Printed): string {
  const query = new URLSearchParams({ what, from, days: String(days) });
  if (of) query.set('of', of);
  if (spaces) query.set('only', spaces.join('.'));
  if (what === 'board') query.set('page', 'wide');
  return `/print?${query.toString()}`;
}
