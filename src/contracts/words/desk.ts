import type { Loss, LossKind } from '@/core/changes/what-is-lost';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { dayShort, momentText, untilText } from './when';

const dayOf = (at: EpochMinute, tzid: string): string => dayShort(dateOf(toLocal(at, tzid)));

/** What is lost by waiting, and when: `crews need it by Thu 15 Apr`. */
export function sayLoss(
  { kind, at }: Loss,
  now: EpochMinute,
  tzid: string,
): { readonly kind: LossKind; readonly text: string; readonly isOver: boolean } {
  const isOver = at <= now;
  const text: Readonly<Record<LossKind, string>> = {
    begins: isOver ? 'set-up has begun' : `set-up begins ${untilText(at, now)}`,
    crews: `crews ${isOver ? 'needed' : 'need'} it by ${dayOf(at, tzid)}`,
    hold: `kept until ${momentText(at, tzid)}`,
  };
  return { kind, text: text[kind], isOver };
}
