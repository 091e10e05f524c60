import { say, texts } from '@/contracts/language/say';
import type { Loss, LossKind, Nearness } from '@/core/changes/what-is-lost';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { dayShort, momentText, untilText } from './when';

const dayOf = (at: EpochMinute, tzid: string): string => dayShort(dateOf(toLocal(at, tzid)));

/**
 * What is lost by waiting, and when: `by Thu 15 Apr`, `crews need it`. Minutes are since 1970 UTC, said in the zone
 * that is given.
 */
export function sayLoss({ kind, at }: Loss, now: EpochMinute, tzid: string) {
  const isOver = at <= now;
  const words: Readonly<Record<LossKind, { readonly when: string; readonly what: string }>> = {
    begins: {
      when: isOver ? say`now` : untilText(at, now),
      what: isOver ? say`set-up has begun` : say`set-up begins`,
    },
    crews: { when: say`by ${dayOf(at, tzid)}`, what: isOver ? say`crews needed it` : say`crews need it` },
    hold: { when: say`until ${momentText(at, tzid)}`, what: say`its place is kept` },
  };
  return { kind, ...words[kind], isOver };
}

/** Heads of the steps of the desk. */
export const NEARNESS_WORDS: Readonly<Record<Nearness, string>> = texts({
  over: 'Too late already',
  'a-day': 'Within a day',
  'three-days': 'Within three days',
  'a-week': 'Within a week',
  'a-fortnight': 'Within a fortnight',
  'a-month': 'Within a month',
  later: 'Later',
});
