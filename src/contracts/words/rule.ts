import { t, tAs, sayNumber, texts } from '@/contracts/language/translate';
import {
  editorModel,
  type FormRule,
  type MonthPlace,
  type RuleEnd,
  type RuleUnit,
} from '@/core/recurrence/editor-model';
import { MOST_COUNT } from '@/core/recurrence/parse-rule';
import type { RuleFault } from '@/core/recurrence/rule-parts';
import { dateOf, daysBetween, isWholeDays, type LocalDateTime } from '@/core/time/local-time';
import { countText, dateLong, spanText, sayTime } from './when';

/** The days of the week, from Monday. */
export const WEEKDAY_NAMES = texts([
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const);
/** The months, from January. */
export const MONTH_NAMES = texts([
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const);

/** `a`, `a and b`, `a, b and c`. Empty of none; of one, itself. */
export const listText = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : t`${parts.slice(0, -1).join(', ')} and ${parts[parts.length - 1]!}`;

function ordinal(value: number): string {
  const tens = value % 100;
  if (tens >= 11 && tens <= 13) return t`${value}th`;
  switch (value % 10) {
    case 1:
      return t`${value}st`;
    case 2:
      return t`${value}nd`;
    case 3:
      return t`${value}rd`;
    default:
      return t`${value}th`;
  }
}

/** `2nd`, `last`, `3rd last`. */
const place = (value: number): string =>
  value > 0 ? ordinal(value) : value === -1 ? t`last` : t`${ordinal(-value)} last`;

const UNIT_PLURALS = texts({ day: 'days', week: 'weeks', month: 'months', year: 'years' } as const);
const EVERY_ONE = texts({
  day: 'every day',
  week: 'every week',
  month: 'every month',
  year: 'every year',
} as const);

/** `every week`, `every 3 weeks`. From 1. */
export const everyText = (every: number, unit: RuleUnit): string =>
  every === 1 ? EVERY_ONE[unit] : t`every ${every} ${UNIT_PLURALS[unit]}`;

function placeText(where: MonthPlace): string {
  if (where.kind === 'days')
    return listText(where.days.map((day) => (day > 0 ? t`the ${ordinal(day)}` : t`the ${place(day)} day`)));
  const weekdays = listText(where.weekdays.map((day) => WEEKDAY_NAMES[day - 1]!));
  return t`the ${listText(where.nths.map(place))} ${weekdays}`;
}

function whereText(rule: FormRule): string {
  const months = rule.months.length
    ? tAs('months')` in ${listText(rule.months.map((month) => MONTH_NAMES[month - 1]!))}`
    : '';
  if (rule.unit === 'week')
    return t` on ${listText(rule.weekdays.map((day) => WEEKDAY_NAMES[day - 1]!))}${months}`;
  return `${rule.place ? t` on ${placeText(rule.place)}` : ''}${months}`;
}

/** `every 3 weeks on Friday`. */
export function repetitionText(rule: FormRule): string {
  // Where weeks begin matters only when some are left out.
  const weeks =
    rule.unit === 'week' && rule.every > 1 && rule.weekStart !== 1
      ? t`, weeks from ${WEEKDAY_NAMES[rule.weekStart - 1]!}`
      : '';
  return `${everyText(rule.every, rule.unit)}${whereText(rule)}${weeks}`;
}

/** Until when a rule goes on, in words. */
export function endText(end: RuleEnd): string {
  if (end.kind === 'until') return t`until ${dateLong(end.date)}`;
  return end.kind === 'never' ? t`without end` : '';
}

/** The times of a series, for its sentence. */
export interface SeriesTimes {
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly tzid: string;
  readonly allDay: boolean;
}

/** The hours of every date of a series: `18:15–20:00`, `22:00–06:00 the next day`, `all day`, `3 days each`. */
export function hoursText({ start, end }: Pick<SeriesTimes, 'start' | 'end'>): string {
  const nights = daysBetween(dateOf(start), dateOf(end));
  if (isWholeDays(start, end)) return nights === 1 ? t`all day` : t`${nights} days each`;
  const day = nights === 0 ? '' : nights === 1 ? t` the next day` : t` ${nights} days later`;
  return `${sayTime(start)}–${sayTime(end)}${day}`;
}

/**
 * A rule in words: `every 3 weeks on Friday, 18:15–20:00, until 19 March 2027, 9 dates`. `dates` is null where nobody
 * counted them. A rule no form can show is named as such; its text stays as it is.
 */
export function ruleText(rrule: string, times: SeriesTimes, dates: number | null): string {
  const model = editorModel(rrule, times.start, times.tzid);
  const count = dates === null ? '' : countText(dates, 'date', 'dates');
  const said =
    model.kind === 'form'
      ? [repetitionText(model.rule), hoursText(times), endText(model.rule.end)]
      : [t`by a rule of its own`, hoursText(times), t`from ${dateLong(dateOf(times.start))}`];
  return [...said, count].filter(Boolean).join(', ');
}

/** Dates picked by hand: `3 dates from Tue 13 Apr 2027, 18:15–20:00`. At least one; times on the wall. */
export const pickedText = (dates: number, start: LocalDateTime, end: LocalDateTime): string =>
  dates === 1 ? spanText(start, end) : t`${dates} picked dates from ${spanText(start, end)}`;

type Say<Kind extends RuleFault['kind']> = (fault: Extract<RuleFault, { kind: Kind }>) => string;

const allowedText = (allowed: string): string =>
  allowed === 'MO–SU, with 1–53 or −1–−53 before it'
    ? t`MO–SU, with 1–53 or −1–−53 before it`
    : allowed.split(' or ').join(t` or `);

const FAULTS: { readonly [Kind in RuleFault['kind']]: Say<Kind> } = {
  'not-a-rule': ({ text }) => t`“${text}” is not a recurrence rule. Write one as FREQ=WEEKLY;BYDAY=TU.`,
  'unknown-part': ({ part }) => t`A recurrence rule has no part ${part}. Leave it out.`,
  'part-twice': ({ part }) => t`The rule says ${part} twice. Leave one out.`,
  'too-often': ({ freq }) =>
    t`A rule repeats by the day at most; this one says FREQ=${freq}. Use DAILY, with BYHOUR for several times a day.`,
  'bad-value': ({ part, value, allowed }) =>
    t`${part}=${value} cannot be meant. Allowed is ${allowedText(allowed)}.`,
  'count-and-until': () => t`The rule gives both a number of dates and a last day. Leave one of them out.`,
  'does-not-go-with': ({ part, other }) => t`${part} does not go with ${other}. Change one of them.`,
  'setpos-alone': () =>
    t`BYSETPOS picks among dates that another part names. Add that part, or leave BYSETPOS out.`,
  seconds: () => t`Dates begin on a whole minute. Leave BYSECOND out.`,
  never: () => t`This rule never yields a date. Check its months, days and last day.`,
};

/** Why a rule is not understood. */
export function sayRuleFault(fault: RuleFault): string {
  if (fault.kind === 'bad-value' && fault.part === 'COUNT')
    return t`A rule makes from 1 to ${sayNumber(MOST_COUNT)} dates, not ${fault.value}.`;
  return (FAULTS[fault.kind] as (fault: RuleFault) => string)(fault);
}
