import { t, texts } from '@/contracts/language/translate';
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
      when: isOver ? t`now` : untilText(at, now),
      what: isOver ? t`set-up has begun` : t`set-up begins`,
    },
    crews: { when: t`by ${dayOf(at, tzid)}`, what: isOver ? t`crews needed it` : t`crews need it` },
    hold: { when: t`until ${momentText(at, tzid)}`, what: t`held` },
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
