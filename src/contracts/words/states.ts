import { say, texts } from '../language/say';
import { statesPresent, type StateCounts } from '@/core/changes/request-state';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { Verdict } from '@/core/checks/findings';
import { countText } from './when';

export const STATE_WORDS: Readonly<Record<OccurrenceState, string>> = texts({
  waiting: 'waiting',
  approved: 'approved',
  declined: 'declined',
  withdrawn: 'withdrawn',
  skipped: 'left out',
  cancelled: 'cancelled',
});

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = texts({
  clear: 'clear',
  look: 'look',
  clash: 'clash',
});

/** A request's state in words: `approved; 2 of 14 dates waiting`. */
export function sayRequestState(counts: StateCounts): string {
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const [first, ...others] = statesPresent(counts);
  if (!first) return say`no dates`;
  const rest = others.map(
    (state) =>
      say`${counts[state]} of ${total} ${total === 1 ? say`date` : say`dates`} ${STATE_WORDS[state]}`,
  );
  return [STATE_WORDS[first], ...rest].join('; ');
}

/** What of a request matters to whoever asked, by what they may have to do. */
export interface WhatIsNext {
  /** Dates for which the office offers something else. */
  readonly offered: number;
  readonly waiting: number;
  /** Booked dates that are wanted otherwise and stay booked meanwhile. */
  readonly changesWanted: number;
  readonly nextDate: string | null;
  readonly isOver: boolean;
}

/** One or two sentences: whose turn it is, and what comes first. */
export function sayWhatIsNext({ offered, waiting, changesWanted, nextDate, isOver }: WhatIsNext): string {
  if (offered)
    return say`It is your turn: the office offers another place or time for ${countText(offered, 'date', 'dates')}. Take it or wait for your first wish.`;
  const parts = [
    waiting > 0 &&
      say`The office decides about ${countText(waiting, 'date', 'dates')}; nothing is booked before.`,
    changesWanted > 0 &&
      say`The office decides about the change of ${countText(changesWanted, 'date', 'dates')}; until then the booking stands as it is.`,
    nextDate && say`Next: ${nextDate}.`,
    isOver && say`All its dates are over.`,
  ].filter(Boolean);
  return parts.length ? parts.join(' ') : say`Nothing more happens with it.`;
}
