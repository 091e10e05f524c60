import { statesPresent, type StateCounts } from '@/core/changes/request-state';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { Verdict } from '@/core/checks/findings';

export const STATE_WORDS: Readonly<Record<OccurrenceState, string>> = {
  waiting: 'waiting',
  approved: 'approved',
  declined: 'declined',
  withdrawn: 'withdrawn',
  skipped: 'left out',
  cancelled: 'cancelled',
};

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  clear: 'clear',
  look: 'look',
  clash: 'clash',
};

/** A request's state in words: `approved; 2 of 14 dates waiting`. */
export function sayRequestState(counts: StateCounts): string {
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const [first, ...others] = statesPresent(counts);
  if (!first) return 'no dates';
  const rest = others.map(
    (state) => `${counts[state]} of ${total} ${total === 1 ? 'date' : 'dates'} ${STATE_WORDS[state]}`,
  );
  return [STATE_WORDS[first], ...rest].join('; ');
}
