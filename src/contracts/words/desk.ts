import type { Loss, LossKind, Nearness } from '@/core/changes/what-is-lost';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { dayShort, momentText, untilText } from './when';

const dayOf = (at: EpochMinute, tzid: string): string => dayShort(dateOf(toLocal(at, tzid)));

/** What is lost by waiting, and when: `by Thu 15 Apr`, `crews need it`. */
export function sayLoss({ kind, at }: Loss, now: EpochMinute, tzid: string) {
  const isOver = at <= now;
  const words: Readonly<Record<LossKind, { readonly when: string; readonly what: string }>> = {
    begins: {
      when: isOver ? 'now' : untilText(at, now),
      what: isOver ? 'set-up has begun' : 'set-up begins',
    },
    crews: { when: `by ${dayOf(at, tzid)}`, what: isOver ? 'crews needed it' : 'crews need it' },
    hold: { when: `until ${momentText(at, tzid)}`, what: 'its place is kept' },
  };
  return { kind, ...words[kind], isOver };
}

/** Heads of the steps of the desk. */
export const NEARNESS_WORDS: Readonly<Record<Nearness, string>> = {
  over: 'Too late already',
  'a-day': 'Within a day',
  'three-days': 'Within three days',
  'a-week': 'Within a week',
  'a-fortnight': 'Within a fortnight',
  'a-month': 'Within a month',
  later: 'Later',
};
