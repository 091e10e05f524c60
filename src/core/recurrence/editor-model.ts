import {
  addDays,
  dateOf,
  fromWallMinute,
  timeOf,
  type LocalDate,
  type LocalDateTime,
} from '../time/local-time';
import { startOfDay, toLocal } from '../time/zone';
import type { EpochMinute } from '../time/epoch-minute';
import { parsedRule } from './rule';
import { WEEKDAY_CODES, type Frequency, type NthWeekday, type RuleParts, type Until } from './rule-parts';

/** Until when a rule goes on: never, until a day that still counts, or for so many dates. */
export type RuleEnd =
  | { readonly kind: 'never' }
  /** The last day on which there may be a date. */
  | { readonly kind: 'until'; readonly date: LocalDate }
  | { readonly kind: 'count'; readonly count: number };

/** Where in a month: days of the month (−1 is the last), or every combination of a number and a weekday. */
export type MonthPlace =
  | { readonly kind: 'days'; readonly days: readonly number[] }
  | { readonly kind: 'weekdays'; readonly nths: readonly number[]; readonly weekdays: readonly number[] };

/** What a rule counts in: every so many of these. */
export type RuleUnit = 'day' | 'week' | 'month' | 'year';

/** A rule as a form can show it. */
export interface FormRule {
  readonly every: number;
  readonly unit: RuleUnit;
  /** ISO weekdays of a weekly rule; empty otherwise. */
  readonly weekdays: readonly number[];
  /** Of a monthly or yearly rule. */
  readonly place: MonthPlace | null;
  /** Only in these months; for a yearly rule the months it falls in. Empty is every month. */
  readonly months: readonly number[];
  readonly end: RuleEnd;
  readonly weekStart: number;
}

/** What the editor holds: a rule it can show, or one it cannot, kept byte for byte. */
export type EditorModel =
  | { readonly kind: 'form'; readonly rule: FormRule; readonly source: string }
  | { readonly kind: 'own'; readonly source: string };

const UNITS: Readonly<Record<Frequency, RuleUnit>> = {
  DAILY: 'day',
  WEEKLY: 'week',
  MONTHLY: 'month',
  YEARLY: 'year',
};
const FREQ: Readonly<Record<RuleUnit, Frequency>> = {
  day: 'DAILY',
  week: 'WEEKLY',
  month: 'MONTHLY',
  year: 'YEARLY',
};

/** The last local day an UNTIL lets through; all dates of a form rule begin at the time of the start. */
export function lastDay(until: Until, start: LocalDateTime, tzid: string): LocalDate {
  if (until.kind === 'date') return dateOf(fromWallMinute(until.day * 1440));
  const at =
    until.kind === 'local'
      ? fromWallMinute(until.wallMinute)
      : toLocal(until.epochMinute as EpochMinute, tzid);
  return timeOf(at) >= timeOf(start) ? dateOf(at) : addDays(dateOf(at), -1);
}

function endOf(rule: RuleParts, start: LocalDateTime, tzid: string): RuleEnd {
  if (rule.count !== null) return { kind: 'count', count: rule.count };
  return rule.until ? { kind: 'until', date: lastDay(rule.until, start, tzid) } : { kind: 'never' };
}

const distinct = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/** Numbers and weekdays whose every combination is in the list; null where some are missing. */
function product(byDay: readonly NthWeekday[]): MonthPlace | null {
  const nths = distinct(byDay.map(({ nth }) => nth)).sort(
    (a, b) => (a > 0 ? a : 99 - a) - (b > 0 ? b : 99 - b),
  );
  const weekdays = distinct(byDay.map(({ weekday }) => weekday));
  const pairs = new Set(byDay.map(({ nth, weekday }) => `${nth} ${weekday}`));
  const isWhole =
    pairs.size === nths.length * weekdays.length && nths.every((nth) => nth !== 0 && nth >= -5 && nth <= 5);
  return isWhole ? { kind: 'weekdays', nths, weekdays } : null;
}

function placeOf(rule: RuleParts, start: LocalDateTime): MonthPlace | null {
  if (rule.byDay.length) return rule.byMonthDay.length ? null : product(rule.byDay);
  const days = rule.byMonthDay.length ? rule.byMonthDay : [Number(start.slice(8, 10))];
  return { kind: 'days', days: [...days].sort((a, b) => (a > 0 ? a : 99 - a) - (b > 0 ? b : 99 - b)) };
}

/** What a form has no field for. */
const isBeyondForm = (rule: RuleParts): boolean =>
  [rule.byHour, rule.byMinute, rule.byWeekNo, rule.byYearDay, rule.bySetPos].some((list) => list.length > 0);

function formRule(rule: RuleParts, start: LocalDateTime, tzid: string): FormRule | null {
  if (isBeyondForm(rule)) return null;
  const common = {
    every: rule.interval,
    unit: UNITS[rule.freq],
    weekdays: [] as number[],
    place: null,
    months: rule.byMonth,
    end: endOf(rule, start, tzid),
    weekStart: rule.weekStart,
  };
  if (rule.freq === 'DAILY') return rule.byDay.length || rule.byMonthDay.length ? null : common;
  if (rule.freq === 'WEEKLY') {
    const weekday = new Date(`${dateOf(start)}T00:00Z`).getUTCDay() || 7;
    const weekdays = rule.byDay.length ? distinct(rule.byDay.map((each) => each.weekday)) : [weekday];
    return { ...common, weekdays };
  }
  const place = placeOf(rule, start);
  if (!place) return null;
  if (rule.freq === 'MONTHLY') return { ...common, place };
  // A yearly BYDAY without BYMONTH counts in the year, a yearly BYMONTHDAY without it means every month.
  if (!rule.byMonth.length && (rule.byDay.length || rule.byMonthDay.length)) return null;
  return { ...common, place, months: rule.byMonth.length ? rule.byMonth : [Number(start.slice(5, 7))] };
}

/**
 * The editor's model of a stored rule. A rule that cannot be read at all is kept as it stands, too. Never refuses:
 * what the form cannot hold is of kind `own`.
 */
export function editorModel(source: string, start: LocalDateTime, tzid: string): EditorModel {
  const reading = parsedRule(source);
  const rule = reading.ok ? formRule(reading.rule, start, tzid) : null;
  return rule ? { kind: 'form', rule, source } : { kind: 'own', source };
}

const basic = (at: string): string => at.replace(/[-:]/g, '');

function endText(end: RuleEnd, tzid: string): string {
  if (end.kind === 'count') return `;COUNT=${end.count}`;
  if (end.kind === 'never') return '';
  // UTC, as RFC 5545 3.3.10 wants where DTSTART has a zone: the last second of the local day.
  return `;UNTIL=${basic(fromWallMinute(startOfDay(addDays(end.date, 1), tzid) - 1))}59Z`;
}

function placeText(place: MonthPlace): string {
  if (place.kind === 'days') return `;BYMONTHDAY=${place.days.join(',')}`;
  const pairs = place.nths.flatMap((nth) =>
    place.weekdays.map((weekday) => `${nth}${WEEKDAY_CODES[weekday - 1]!}`),
  );
  return `;BYDAY=${pairs.join(',')}`;
}

/** The RRULE value of a rule a form shows. */
export function ruleTextOf(rule: FormRule, tzid: string): string {
  return [
    `FREQ=${FREQ[rule.unit]}`,
    rule.every === 1 ? '' : `;INTERVAL=${rule.every}`,
    rule.months.length ? `;BYMONTH=${rule.months.join(',')}` : '',
    rule.weekdays.length ? `;BYDAY=${rule.weekdays.map((day) => WEEKDAY_CODES[day - 1]!).join(',')}` : '',
    rule.place ? placeText(rule.place) : '',
    rule.weekStart === 1 ? '' : `;WKST=${WEEKDAY_CODES[rule.weekStart - 1]!}`,
    endText(rule.end, tzid),
  ].join('');
}

/**
 * What is stored for a model: the source where nothing was changed, so that what came in goes out byte for byte. With
 * `before` null, a rule that fits the form is always written from its fields.
 */
export function storedText(model: EditorModel, before: EditorModel | null, tzid: string): string {
  if (model.kind === 'own') return model.source;
  const isUnchanged = before?.kind === 'form' && JSON.stringify(before.rule) === JSON.stringify(model.rule);
  return isUnchanged ? before.source : ruleTextOf(model.rule, tzid);
}

/** A weekly rule on the weekday of its start: what most people ask for. */
export const weeklyOn = (every: number, end: RuleEnd, weekday: number): FormRule => ({
  every,
  unit: 'week',
  weekdays: [weekday],
  place: null,
  months: [],
  end,
  weekStart: 1,
});

/** The same rule with another end; `UNTIL` and `COUNT` of rules kept byte for byte are replaced in their text. */
export function withEnd(source: string, end: RuleEnd, tzid: string): string {
  const parts = source.split(';').filter((part) => !/^(UNTIL|COUNT)=/i.test(part));
  return `${parts.join(';')}${endText(end, tzid)}`;
}
