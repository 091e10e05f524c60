import type { LocalDateTime } from '../time/local-time';
import { expandRule, type ExpandLimit, type Recurrence } from './rule';

/** Dates besides those of a rule, or a whole set picked by hand when there is no rule. */
export interface DateSet {
  readonly start: LocalDateTime;
  readonly tzid: string;
  readonly allDay: boolean;
  /** RRULE value; null for a single date or a hand-picked set. */
  readonly rrule: string | null;
  readonly extra: readonly LocalDateTime[];
  readonly excluded: readonly LocalDateTime[];
}

const recurrenceOf = (set: DateSet, rrule: string): Recurrence => ({ ...set, rrule });

/**
 * Original starts in [from, to), in order, each once: dates of the rule (or the start alone) and extra ones, without
 * those excluded. An extra date counts even where the rule names it too; an excluded one is excluded from both.
 */
export function expandDates(set: DateSet, limit: ExpandLimit): LocalDateTime[] {
  const excluded = new Set(set.excluded);
  const most = limit.most + excluded.size;
  const ofRule =
    set.rrule === null ? [set.start] : expandRule(recurrenceOf(set, set.rrule), { ...limit, most });
  const inWindow = [...ofRule, ...set.extra].filter(
    (at) => at >= limit.from && at < limit.to && !excluded.has(at),
  );
  return [...new Set(inWindow)].sort().slice(0, limit.most);
}
