import { pairs } from '@/core/lists';
import type { RuleParts } from '../recurrence/rule-parts';
import type { LocalDateTime } from '../time/local-time';

/** An old date and the start it is to have in the new segment; null where there is none. */
export interface Reattached<Old> {
  readonly kept: readonly { readonly date: Old; readonly key: LocalDateTime }[];
  readonly gone: readonly Old[];
  readonly added: readonly LocalDateTime[];
}

/**
 * Which date of the old way becomes which of the new. Where the rule is only shifted (`isShifted`) they are
 * matched in order, so that a date keeps its identity and what was agreed for it. Otherwise those that stay where they
 * were stay, and the rest goes or comes.
 */
export function reattach<Old extends { readonly key: LocalDateTime }>(
  old: readonly Old[],
  keys: readonly LocalDateTime[],
  isShifted: boolean,
): Reattached<Old> {
  if (isShifted) {
    const count = Math.min(old.length, keys.length);
    return {
      kept: pairs(old.slice(0, count), keys.slice(0, count)).map(([date, key]) => ({ date, key })),
      gone: old.slice(count),
      added: keys.slice(count),
    };
  }
  const wanted = new Set(keys);
  const stays = new Set(old.map(({ key }) => key).filter((key) => wanted.has(key)));
  return {
    kept: old.filter(({ key }) => stays.has(key)).map((date) => ({ date, key: date.key })),
    gone: old.filter(({ key }) => !stays.has(key)),
    added: keys.filter((key) => !stays.has(key)),
  };
}

/**
 * Whether a rule differs from another only in where it falls: as often, at the same intervals. Null is a list without
 * a rule: two of them are alike, one and a rule are not.
 */
export function isShiftOf(
  a: Pick<RuleParts, 'freq' | 'interval' | 'byDay' | 'byMonthDay'> | null,
  b: Pick<RuleParts, 'freq' | 'interval' | 'byDay' | 'byMonthDay'> | null,
): boolean {
  if (a === null || b === null) return a === b;
  const perPeriod = (rule: typeof a) => Math.max(1, rule.byDay.length) * Math.max(1, rule.byMonthDay.length);
  return a.freq === b.freq && a.interval === b.interval && perPeriod(a) === perPeriod(b);
}
