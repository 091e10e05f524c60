import type { DatesAddress, DayRange } from './dates-address';

/** What is asked of the server: a range, and everything that chooses. */
export function datesQuery(
  { by, only, text, state, withCancelled }: DatesAddress,
  { from, days }: DayRange,
): string {
  const query = new URLSearchParams({ from, days: String(days), by });
  if (only.length) query.set('only', only.join('.'));
  if (text.trim()) query.set('q', text.trim());
  if (state) query.set('state', state);
  if (withCancelled) query.set('cancelled', '1');
  return query.toString();
}
