import { t } from '@/contracts/language/translate';
import {
  transition,
  type ActingSide,
  type OccurrenceAction,
  type OccurrenceState,
} from '@/core/changes/transitions';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import type { Refusal } from '@/contracts/base/refusal';
import { STATE_WORDS } from '@/contracts/words/states';
import { dayShort } from '@/contracts/words/when';
import { isPast, type DateRow } from './request-rows';

/** The first picked date that cannot take its step, said as a refusal; null when all can. */
export function blockedStep(
  dates: readonly DateRow[],
  stepFor: (state: OccurrenceState) => OccurrenceAction,
  sideOf: ActingSide | ((date: DateRow) => ActingSide),
  now: EpochMinute,
): Refusal | null {
  for (const date of dates) {
    const side = typeof sideOf === 'string' ? sideOf : sideOf(date);
    const result = transition(date.state, stepFor(date.state), side, isPast(date, now));
    const day = dayShort(dateOf(date.startLocal));
    if (result.kind === 'not-allowed')
      return {
        code: 'not-allowed',
        what:
          date.state === 'waiting' && side === 'manager'
            ? t`${day} still waits: the office declines such a date instead of cancelling it.`
            : t`${day} is not yours to change that way.`,
      };
    if (result.kind === 'past') return { code: 'past', date: day };
    if (result.kind === 'no-such-step')
      return { code: 'no-such-step', date: day, state: STATE_WORDS[date.state] };
  }
  return null;
}
