import { t, texts } from '@/contracts/language/translate';
import { statesPresent, type StateCounts } from '@/core/changes/request-state';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { Verdict } from '@/core/checks/findings';
import { countText } from './when';

/** What the states of a date are called. */
export const STATE_WORDS: Readonly<Record<OccurrenceState, string>> = texts({
  waiting: 'waiting',
  approved: 'approved',
  declined: 'declined',
  withdrawn: 'withdrawn',
  skipped: 'left out',
  cancelled: 'cancelled',
});

/** How a booking stands on board and calendar. */
export const SHOWN_STATE_WORDS = texts({
  approved: 'approved',
  held: 'held',
  waiting: 'waiting',
  cancelled: 'cancelled',
} as const);

/** What verdicts are called. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = texts({
  clear: 'clear',
  warning: 'warning',
  conflict: 'conflict',
});

/** What a request's state is read from: the states of its dates, and whose answer it waits for. */
export interface RequestNow {
  readonly counts: StateCounts;
  /** Waiting dates for which the office offers something else. */
  readonly offered: number;
  /** The office has asked something and nobody has answered. */
  readonly isQuestionOpen: boolean;
}

/** Dates that are decided against or still to be decided make an approval a part of one. */
const isPartly = ({ approved, waiting, declined }: StateCounts): boolean =>
  approved > 0 && waiting + declined > 0;

function stateParts(counts: StateCounts): string[] {
  const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
  // What was left out is told with the dates, and is a state only where nothing else is.
  const [first, ...others] = statesPresent(counts).filter(
    (state, index) => index === 0 || state !== 'skipped',
  );
  if (!first) return [t`no dates`];
  if (isPartly(counts))
    return [
      t`partly approved: ${counts.approved} of ${total}`,
      ...others.map((state) => `${counts[state]} ${STATE_WORDS[state]}`),
    ];
  const rest = others.map(
    (state) => t`${counts[state]} of ${total} ${total === 1 ? t`date` : t`dates`} ${STATE_WORDS[state]}`,
  );
  return [STATE_WORDS[first], ...rest];
}

/** A request's state in words: `approved; 2 of 14 dates cancelled`, `partly approved: 2 of 8; 6 waiting`. */
export function sayRequestState({ counts, offered, isQuestionOpen }: RequestNow): string {
  const parts = stateParts(counts);
  if (offered > 0) parts.push(t`another space or time offered for ${countText(offered, 'date', 'dates')}`);
  if (isQuestionOpen && counts.waiting > 0) parts.push(t`the office has asked a question`);
  return parts.join('; ');
}

/** What of a request matters to the requester, by what they may have to do. */
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
    return t`The office offers another space or time for ${countText(offered, 'date', 'dates')}. Accept it, or wait for what you asked for first.`;
  const parts = [
    waiting > 0 &&
      t`The office decides about ${countText(waiting, 'date', 'dates')}; nothing is booked before.`,
    changesWanted > 0 &&
      t`The office decides about the change of ${countText(changesWanted, 'date', 'dates')}; until then the booking stands as it is.`,
    nextDate && t`Next: ${nextDate}.`,
    isOver && t`All its dates are over.`,
  ].filter(Boolean);
  return parts.length ? parts.join(' ') : t`It is closed.`;
}
