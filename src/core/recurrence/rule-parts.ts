/** From DAILY up: rooms are not booked by the hour, minute or second of a rule. */
export const FREQUENCIES = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

/** RFC 5545 two-letter weekdays, Monday first; the position plus one is the ISO weekday. */
export const WEEKDAY_CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
export type WeekdayCode = (typeof WEEKDAY_CODES)[number];

/** `2TU` is { nth: 2, weekday: 2 }, `-1FR` { nth: -1, weekday: 5 }; nth 0 means every one. */
export interface NthWeekday {
  readonly nth: number;
  /** ISO: 1 = Monday … 7 = Sunday. */
  readonly weekday: number;
}

/** Inclusive. `date` covers the whole local day; `utc` is an instant, the others wall time. All as minutes since 1970. */
export type Until =
  | { readonly kind: 'date'; readonly day: number }
  | { readonly kind: 'local'; readonly wallMinute: number }
  | { readonly kind: 'utc'; readonly epochMinute: number };

/** An RRULE value taken apart (RFC 5545 3.3.10). Empty lists stand for parts that are not there. */
export interface RuleParts {
  readonly freq: Frequency;
  readonly interval: number;
  readonly count: number | null;
  readonly until: Until | null;
  /** ISO weekday a week begins on; Monday unless said. */
  readonly weekStart: number;
  readonly byMonth: readonly number[];
  readonly byWeekNo: readonly number[];
  readonly byYearDay: readonly number[];
  readonly byMonthDay: readonly number[];
  readonly byDay: readonly NthWeekday[];
  readonly byHour: readonly number[];
  readonly byMinute: readonly number[];
  readonly bySetPos: readonly number[];
}

/** What is wrong with a rule, as data; contracts/words says it. */
export type RuleFault =
  | { readonly kind: 'not-a-rule'; readonly text: string }
  | { readonly kind: 'unknown-part'; readonly part: string }
  | { readonly kind: 'part-twice'; readonly part: string }
  | { readonly kind: 'too-often'; readonly freq: string }
  | { readonly kind: 'bad-value'; readonly part: string; readonly value: string; readonly allowed: string }
  | { readonly kind: 'count-and-until' }
  | { readonly kind: 'does-not-go-with'; readonly part: string; readonly other: string }
  | { readonly kind: 'setpos-alone' }
  | { readonly kind: 'seconds' }
  /** No date up to the year 2100. */
  | { readonly kind: 'never' };

/** A rule as its parts, or why it is none. */
export type ParsedRule =
  { readonly ok: true; readonly rule: RuleParts } | { readonly ok: false; readonly fault: RuleFault };
